import { askJson } from "../page/api.js";
import { perRevision } from "./perRevision.js";

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

/** The tie points of the kept revision. */
export const tiePoints = perRevision((store, revision) =>
  askJson(`${store.path}/revisions/${revision}/points`).then((answer) => ({
    newer: answer.newer,
    moments: answer.moments,
    points: answer.points.map(point),
  })),
);

/** What a point's rest is told from: beyond this many pixels it is doubted. */
export const DOUBTED_PX = 2.5;
