import { applied, ofDegrees, placeOf } from "./rotation.js";

/**
 * How framings show the sphere: for each shape the ray that a place of the picture looks along, and how wide it can be. Places are
 * counted from the middle, in halves of the picture's width; rays are in the framing's own axes, null where nothing is shown.
 * @typedef {{yaw: number, pitch: number, roll: number, field: number}} Look degrees
 */
const central = (distance, angle) => (field, x, y) => {
  const out = Math.hypot(x, y);
  const from = angle(out * distance(field / 2));
  if (!(from <= Math.PI)) {
    return null;
  }
  const share = out > 0 ? Math.sin(from) / out : 0;
  return [x * share, y * share, Math.cos(from)];
};

const upright = (yaw, rise) => {
  const length = Math.hypot(1, rise);
  return [Math.sin(yaw) / length, rise / length, Math.cos(yaw) / length];
};

function panini(field, x, y) {
  const stretch = (cos) => 2 / (1 + cos);
  const half = stretch(Math.cos(field / 2)) * Math.sin(field / 2);
  const [across, down] = [x * half, y * half];
  const k = (across * across) / 4;
  const cos = (1 - k) / (1 + k);
  return upright(Math.atan2(across, stretch(cos) * cos), down / stretch(cos));
}

export const SHAPES = {
  flat: { name: "Flat", said: "What is straight stays straight.", most: 170, ray: central(Math.tan, Math.atan) },
  panini: { name: "Panini", said: "Wide, with verticals and lines towards the middle straight.", most: 300, ray: panini },
  stereographic: { name: "Stereographic", said: "Small shapes stay as they are: a planet looking down, a tunnel looking up.", most: 340, ray: central((t) => 2 * Math.tan(t / 2), (d) => 2 * Math.atan(d / 2)) },
  equidistant: { name: "Equidistant", said: "Angles from the middle stay as they are, as on a dome.", most: 360, ray: central((t) => t, (d) => d) },
  cylindrical: { name: "Cylindrical", said: "A panorama: headings grow evenly, verticals stay straight.", most: 360, ray: (field, x, y) => upright((x * field) / 2, (y * field) / 2) },
};

export const LEAST_FIELD = 5;

const RAD = Math.PI / 180;
/** Points on each side of an outline. */
const PARTS = 24;

/** What a place of a framed picture looks at: its place on the sphere's picture, both 0 to 1; null where nothing is shown. */
export function placeIn(shape, look, aspect, x, y) {
  const ray = SHAPES[shape].ray(look.field * RAD, 2 * x - 1, ((2 * y - 1) * aspect.height) / aspect.width);
  return ray && placeOf(applied(ofDegrees(look), ray));
}

/** Round a framed picture's sides: places on the sphere's picture. */
export function outline(shape, look, aspect) {
  const along = Array.from({ length: PARTS }, (_, i) => i / PARTS);
  const sides = [
    ...along.map((s) => [s, 0]), ...along.map((s) => [1, s]), ...along.map((s) => [1 - s, 1]), ...along.map((s) => [0, 1 - s]), [0, 0],
  ];
  return sides.map(([x, y]) => placeIn(shape, look, aspect, x, y));
}
