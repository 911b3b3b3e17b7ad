/** The stage that makes flat pictures of the sphere. */
package foldback.engine.framing;
