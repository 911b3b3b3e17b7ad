/** Framings: virtual cameras on the sphere that make flat pictures of it. */
package foldback.core.framing;
