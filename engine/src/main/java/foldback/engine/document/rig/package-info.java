/** Documents of rigs: cards, lenses and tie points. Angles are degrees, lengths metres, places pixels of the stated picture. */
package foldback.engine.document.rig;
