import { applied, between, directionAt, inverse, ofDegrees, placeOf, times, toDegrees } from "./rotation.js";

/**
 * Guards: ellipses of angles about a direction of the rig. Places are of the canvas, 0 to 1 each way.
 * @typedef {{yaw: number, pitch: number, turn: number, length: number, width: number}} Area degrees; turn from the rig's horizontal to
 *     the length, clockwise as seen
 */
const RAD = Math.PI / 180;
const POINTS = 72;
export const LEAST = 0.2;
export const MOST = 60;
const bounded = (size) => Math.max(LEAST, Math.min(MOST, size));

const rigFromArea = ({ yaw, pitch, turn }) => ofDegrees({ yaw, pitch, roll: turn });
const canvasFromArea = (area, rigFromCanvas) => times(inverse(rigFromCanvas), rigFromArea(area));

/** Degrees about the middle of an area, to the right and down in it, of a direction seen from there. */
function anglesOf([x, y, z]) {
  const flat = Math.hypot(x, y);
  const angle = Math.atan2(flat, z) / RAD;
  return flat < 1e-12 ? [0, 0] : [(angle * x) / flat, (angle * y) / flat];
}

function directionOf(along, across) {
  const angle = Math.hypot(along, across) * RAD;
  const sine = angle < 1e-9 ? RAD : (Math.sin(angle) / angle) * RAD;
  return [along * sine, across * sine, Math.cos(angle)];
}

const placeIn = (area, rigFromCanvas, along, across) => placeOf(applied(canvasFromArea(area, rigFromCanvas), directionOf(along, across)));

/** Where a place lies about an area's middle, degrees along it and across. */
export const about = (area, rigFromCanvas, { x, y }) => anglesOf(applied(inverse(canvasFromArea(area, rigFromCanvas)), directionAt(x, y)));

/** Places of its rim, all round. */
export const rim = (area, rigFromCanvas) => Array.from({ length: POINTS + 1 }, (_, i) => {
  const turn = (2 * Math.PI * i) / POINTS;
  return placeIn(area, rigFromCanvas, area.length * Math.cos(turn), area.width * Math.sin(turn));
});

/** Where it can be held: in its middle, at its end, at its side. */
export const handles = (area, rigFromCanvas) => ({
  middle: placeIn(area, rigFromCanvas, 0, 0),
  end: placeIn(area, rigFromCanvas, area.length, 0),
  side: placeIn(area, rigFromCanvas, 0, area.width),
});

/** Whether a place lies in it. */
export function holds(area, rigFromCanvas, place) {
  const [along, across] = about(area, rigFromCanvas, place);
  return Math.hypot(along / area.length, across / area.width) <= 1;
}

/** The area that fills what was pulled open from one place to another. */
export function pulled(rigFromCanvas, from, to) {
  const a = directionAt(from.x, from.y);
  const b = directionAt(to.x, to.y);
  const middle = placeOf(a.map((value, k) => value + b[k]));
  const canvasFromMiddle = ofDegrees({ yaw: (middle.x - 0.5) * 360, pitch: (0.5 - middle.y) * 180, roll: 0 });
  const [along, across] = anglesOf(applied(inverse(canvasFromMiddle), b));
  const { yaw, pitch, roll } = toDegrees(times(rigFromCanvas, canvasFromMiddle));
  const [wide, high] = [along, across].map((size) => bounded(Math.abs(size)));
  return high > wide ? { yaw, pitch, turn: roll + 90, length: high, width: wide } : { yaw, pitch, turn: roll, length: wide, width: high };
}

/** The same where a place of it was taken to another one. */
export function moved(area, rigFromCanvas, from, to) {
  const inRig = ({ x, y }) => applied(rigFromCanvas, directionAt(x, y));
  const { yaw, pitch, roll } = toDegrees(times(between(inRig(from), inRig(to)), rigFromArea(area)));
  return { yaw, pitch, turn: roll };
}

/** The same with its end at a place: longer or shorter, and turned. */
export function ended(area, rigFromCanvas, place) {
  const [along, across] = about(area, rigFromCanvas, place);
  return { length: bounded(Math.hypot(along, across)), turn: area.turn + Math.atan2(across, along) / RAD };
}

/** The same with its side as far out as a place. */
export const sided = (area, rigFromCanvas, place) => ({ width: bounded(Math.abs(about(area, rigFromCanvas, place)[1])) });
