/**
 * Solving a rig: where its lenses point and what they are like, from tie points between their pictures.
 *
 * <p>{@link foldback.core.match.points.PointFinder} finds tie points, {@link foldback.core.solve.adjust.RigSolver} solves the rig
 * from them. Places in pictures are pixels of the lens's stated size, from the picture's corner. A rig is solved up to a rotation
 * of the whole, which stays the card's.
 */
package foldback.core.solve;
