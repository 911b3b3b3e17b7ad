/** Offsets by what a clip's own picture shows, without any overlap between lenses: how the rig turns, and light that changes. */
package foldback.core.sync.picture;
