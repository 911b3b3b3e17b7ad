/**
 * Motion logs: what a gyroscope and an accelerometer on the rig recorded, by a clock, with axes and a bias of their own. {@link
 * foldback.core.motion.log.LogAligner} finds all of these against how the rig turned by the picture, {@link foldback.core.motion.log.LogFusion} makes
 * one motion of both. Log times are seconds by the log's clock, turning rates radians a second, accelerations metres a second squared; an
 * accelerometer at rest shows what holds it up, not what pulls it down.
 */
package foldback.core.motion.log;
