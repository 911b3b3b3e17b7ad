/**
 * Strokes of paint in a lens's picture. Places are shares of its width and height, sizes shares of its height.
 * @typedef {{lens: string, kind: string, shape?: string, spots: number[], radius: number, edge?: number,
 *     during?: {from_s: number, to_s: number, fade_s?: number}}} Stroke
 */
export const MOST_STROKES = 300;
const MOST_SPOTS = 400;
const DECIMALS = 1e5;

const smooth = (share) => share * share * (3 - 2 * share);

/** How much a stroke counts at a time, 0 to 1. */
export function strengthAt({ during }, time) {
  if (!during) {
    return 1;
  }
  const outside = Math.max(0, during.from_s - time, time - during.to_s);
  const fade = during.fade_s ?? 0;
  return outside === 0 ? 1 : outside >= fade ? 0 : 1 - smooth(outside / fade);
}

/** How far a place lies from the way between two others. */
function away([x, y], [ax, ay], [bx, by]) {
  const squared = (bx - ax) ** 2 + (by - ay) ** 2;
  const along = squared === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / squared));
  return Math.hypot(x - ax - along * (bx - ax), y - ay - along * (by - ay));
}

/**
 * The places without which a line would be off by more than that: Douglas and Peucker 1973.
 * @param {number[][]} places
 */
export function simplified(places, tolerance) {
  if (places.length < 3) {
    return places;
  }
  const last = places.length - 1;
  let farthest = 0;
  let most = tolerance;
  for (let n = 1; n < last; n++) {
    const off = away(places[n], places[0], places[last]);
    if (off > most) {
      farthest = n;
      most = off;
    }
  }
  return farthest === 0
    ? [places[0], places[last]]
    : [...simplified(places.slice(0, farthest + 1), tolerance).slice(0, -1), ...simplified(places.slice(farthest), tolerance)];
}

/**
 * The spots of a stroke that was drawn, as documents have them: as few as show the same.
 * @param {number[][]} places shares of the picture's width and height
 * @param {number} tolerance share of its height
 * @param {number} aspect of the picture
 */
export function spotsOf(places, tolerance, aspect) {
  const even = places.map(([x, y]) => [x * aspect, y]);
  let kept = simplified(even, tolerance);
  for (let coarser = 1.3 * tolerance; kept.length > MOST_SPOTS; coarser *= 1.3) {
    kept = simplified(even, coarser);
  }
  return kept.flatMap(([x, y]) => [x / aspect, y]).map((value) => Math.round(value * DECIMALS) / DECIMALS + 0);
}

/** What a stroke is called in lists. */
export function nameOf({ lens, kind, during }, number) {
  const what = { use: `use lens ${lens}`, leave_out: `leave out lens ${lens}`, clear: `clear lens ${lens}` }[kind];
  const when = during ? `, ${during.from_s.toFixed(1)} to ${during.to_s.toFixed(1)} s` : "";
  return `${number}: ${what}${when}`;
}

/**
 * Puts a stroke's way on a canvas.
 * @param {{x: number, y: number, width: number, height: number}} at where the picture lies
 */
export function trace(g, { spots, shape }, at) {
  g.beginPath();
  for (let n = 0; n < spots.length; n += 2) {
    const [x, y] = [at.x + spots[n] * at.width, at.y + spots[n + 1] * at.height];
    g[n === 0 ? "moveTo" : "lineTo"](x, y);
    if (spots.length === 2) {
      g.lineTo(x, y);
    }
  }
  if (shape === "area") {
    g.closePath();
  }
}
