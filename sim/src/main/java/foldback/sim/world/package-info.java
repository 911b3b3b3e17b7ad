/**
 * The place: a scene of shapes with baked textures, its sun, sky and water, and a ray caster. World axes: X right, Y down,
 * Z forward, the path's surface at y = 0; metres. Light is linear RGB, 1 is the white of a sunlit salt heap.
 */
package foldback.sim.world;
