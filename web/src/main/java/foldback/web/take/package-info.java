/** Takes with their files open, and the parts of the engine that pages and worker hold. */
package foldback.web.take;
