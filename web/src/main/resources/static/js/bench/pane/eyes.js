/** How the pictures of two eyes are put together, and which place of which eye is where. Places are shares of a whole picture's sides. */

/** Lenses whose axes lie farther from ahead look round, not ahead. */
const AHEAD_DEGREES = 60;

/** Whether a rig's eyes look ahead, so that each is shown 180 degrees on a square; else each is shown the whole sphere. */
export const isHalf = (rig) => rig.lenses.every(({ yaw_deg, pitch_deg }) => Math.abs(yaw_deg) < AHEAD_DEGREES && Math.abs(pitch_deg) < AHEAD_DEGREES);

/** Whether some lenses of a rig are for one eye alone, and others for the other. */
export function isStereo(rig) {
  const eyes = rig.lenses.map(({ eye }) => eye);
  return eyes.includes("left") && eyes.includes("right");
}

/** The size of an arrangement of eyes of a size. */
export function sizeOf(way, { width, height }) {
  return { width: way === "beside" ? 2 * width : width, height: way === "above" ? 2 * height : height };
}

/** Degrees that an eye's picture shows each way. */
const degrees = (half) => ({ across: half ? 180 : 360, down: 180 });

/**
 * Which eye's picture is at a place of an arrangement, and what it shows there.
 * @returns {?{eye: string, yaw: number, pitch: number}} null beside the picture
 */
export function eyeAt(way, { x, y }, half) {
  if (!(x >= 0 && x < 1 && y >= 0 && y < 1)) {
    return null;
  }
  const { across, down } = degrees(half);
  const second = (way === "beside" && x >= 0.5) || (way === "above" && y >= 0.5);
  const eye = way === "beside" || way === "above" ? (second ? "right" : "left") : { left: "left", right: "right" }[way] ?? "both";
  const u = way === "beside" ? (2 * x) % 1 : x;
  const v = way === "above" ? (2 * y) % 1 : y;
  return { eye, yaw: (u - 0.5) * across, pitch: (0.5 - v) * down };
}

/**
 * Where an arrangement shows what an eye sees.
 * @returns {?{x: number, y: number, perDegree: number}} null where it does not; how much of the whole's height a degree takes
 */
export function placeOn(way, eye, { yaw, pitch }, half) {
  const { across, down } = degrees(half);
  const u = 0.5 + yaw / across;
  const v = 0.5 - pitch / down;
  const alone = ["left", "right"].includes(way) ? way : null;
  if (!(u >= 0 && u < 1 && v >= 0 && v < 1) || (alone && alone !== eye)) {
    return null;
  }
  const second = eye === "right";
  const x = way === "beside" ? (u + (second ? 1 : 0)) / 2 : u;
  const y = way === "above" ? (v + (second ? 1 : 0)) / 2 : v;
  return { x, y, perDegree: 1 / down / (way === "above" ? 2 : 1) };
}

const GREY = [0.299, 0.587, 0.114];

function context(width, height) {
  const canvas = new OffscreenCanvas(width, height);
  return canvas.getContext("2d", { willReadFrequently: true });
}

/** The left eye's grey in red, the right eye's in green and blue. */
export function anaglyph(left, right) {
  for (let i = 0; i < left.length; i += 4) {
    const one = GREY[0] * left[i] + GREY[1] * left[i + 1] + GREY[2] * left[i + 2];
    const two = GREY[0] * right[i] + GREY[1] * right[i + 1] + GREY[2] * right[i + 2];
    left[i] = one;
    left[i + 1] = two;
    left[i + 2] = two;
  }
  return left;
}

/**
 * The pictures of two eyes put together.
 * @param {ImageBitmap} pair the left eye's beside the right eye's
 * @param {?ImageBitmap} depth how far away things are; nothing is shown of it before it is there
 */
export function arranged(pair, way, depth) {
  const width = pair.width / 2;
  const { height } = pair;
  const eye = (g, second, x, y) => g.drawImage(pair, second ? width : 0, 0, width, height, x, y, width, height);
  if (way === "beside") {
    return pair;
  }
  if (way === "depth") {
    return depth ?? pair;
  }
  const size = sizeOf(way, { width, height });
  const g = context(size.width, size.height);
  eye(g, way === "right", 0, 0);
  if (way === "above") {
    eye(g, true, 0, height);
  } else if (way === "difference") {
    g.globalCompositeOperation = "difference";
    eye(g, true, 0, 0);
  } else if (way === "anaglyph") {
    const left = g.getImageData(0, 0, width, height);
    eye(g, true, 0, 0);
    anaglyph(left.data, g.getImageData(0, 0, width, height).data);
    g.putImageData(left, 0, 0);
  }
  return g.canvas;
}
