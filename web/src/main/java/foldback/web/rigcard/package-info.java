/** Rig cards: kept geometry of physical rigs, and their use on takes. */
package foldback.web.rigcard;
