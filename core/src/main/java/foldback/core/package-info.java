/**
 * The rules and the computation of the job, free of frameworks, files and processes.
 *
 * <p>All frames (world, rig, lens, canvas) are right-handed: X right, Y down, Z forward; up is (0, -1, 0). Right-hand
 * turns are positive: yaw about +Y, pitch about +X, roll about +Z, and R = Ry(yaw) Rx(pitch) Rz(roll). Angles are
 * radians, lengths metres, times seconds. Pixel centres lie at +0.5, row 0 is the top.
 *
 * <p>The packages stand in floors, and a floor uses lower floors only: values (space, time, picture, run, source), lenses
 * and rigs, warping and tone, one package a stage, stitching and measuring, and on top the recipe.
 */
package foldback.core;
