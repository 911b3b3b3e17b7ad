/** How lenses meet, as JSON: what is decided and measured of seams, what is guarded, and where lenses are painted in or out. */
package foldback.engine.document.seam;
