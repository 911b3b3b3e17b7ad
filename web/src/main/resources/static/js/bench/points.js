import { askJson } from "../page/api.js";

/**
 * A tie point as the page has it.
 * @typedef {{number: number, moment: number, lenses: number[], places: number[][], rest: number, inverse: number, byHand: boolean, seen: number[][], expected: number[][]}} TiePoint
 */

/** @returns {TiePoint} */
function point(row, number) {
  return {
    number,
    moment: row[0],
    lenses: [row[1], row[4]],
    places: [[row[2], row[3]], [row[5], row[6]]],
    rest: row[7],
    inverse: row[8],
    byHand: row[9] === 1,
    seen: [row.slice(10, 13), row.slice(13, 16)],
    expected: [[row[18], row[19]], [row[16], row[17]]],
  };
}

let loaded = { revision: 0, asked: null };

/** The tie points of the kept revision, asked for once. */
export function tiePoints(store) {
  const { revision } = store.kept;
  if (loaded.revision !== revision) {
    const asked = askJson(`${store.path}/revisions/${revision}/points`).then((answer) => ({
      newer: answer.newer,
      moments: answer.moments,
      points: answer.points.map(point),
    }));
    loaded = { revision, asked };
    asked.catch(() => (loaded = { revision: 0, asked: null }));
  }
  return loaded.asked;
}

/** What a point's rest is told from: beyond this many pixels it is doubted. */
export const DOUBTED_PX = 2.5;
