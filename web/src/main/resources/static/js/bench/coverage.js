import { askJson } from "../page/api.js";
import { perRevision } from "./perRevision.js";

/**
 * Which lenses see which part of the canvas.
 * @typedef {{columns: number, slots: string[], lenses: number[], holes: number[][]}} Coverage
 */

/** The coverage of the kept revision. @type {function(object): Promise<Coverage>} */
export const coverageOf = perRevision((store, revision) => askJson(`${store.path}/revisions/${revision}/coverage`));

/** Draws what each lens sees: its border, its letter in its middle, and what none sees hatched with its width. */
export function drawCoverage(g, o, { columns, slots, lenses, holes }) {
  const rows = columns / 2;
  const step = o.width / columns;
  const seen = (column, row) => lenses[row * columns + ((column + columns) % columns)];
  borders(g, o, columns, rows, step, seen);
  hatch(g, o, columns, rows, step, seen);
  g.font = "600 13px Archivo";
  g.textAlign = "center";
  g.textBaseline = "middle";
  slots.forEach((slot, i) => label(g, o, slot, middle(columns, rows, seen, 1 << i)));
  g.font = "600 11px Archivo";
  for (const [yaw, pitch, across] of holes) {
    label(g, o, `no lens, ${Math.round(across)}°`, [0.5 + yaw / 360, 0.5 - pitch / 180]);
  }
  g.textAlign = "start";
  g.textBaseline = "alphabetic";
}

function borders(g, o, columns, rows, step, seen) {
  g.beginPath();
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const [x, y] = [o.x + column * step, o.y + row * step];
      if (seen(column, row) !== seen(column - 1, row)) {
        g.moveTo(x, y);
        g.lineTo(x, y + step);
      }
      if (row > 0 && seen(column, row) !== seen(column, row - 1)) {
        g.moveTo(x, y);
        g.lineTo(x + step, y);
      }
    }
  }
  for (const [style, width] of [["rgba(0,0,0,.65)", 3], ["#fff", 1.2]]) {
    g.strokeStyle = style;
    g.lineWidth = width;
    g.stroke();
  }
}

function hatch(g, o, columns, rows, step, seen) {
  g.save();
  g.beginPath();
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      if (seen(column, row) === 0) {
        g.rect(o.x + column * step, o.y + row * step, step, step);
      }
    }
  }
  g.clip();
  g.strokeStyle = "rgba(255,255,255,.5)";
  g.lineWidth = 1;
  g.beginPath();
  for (let x = -o.height; x < o.width; x += 9) {
    g.moveTo(o.x + x, o.y + o.height);
    g.lineTo(o.x + x + o.height, o.y);
  }
  g.stroke();
  g.restore();
}

/** The middle of what a lens sees, as a direction's place on the canvas. */
function middle(columns, rows, seen, bit) {
  let [x, y, z] = [0, 0, 0];
  for (let row = 0; row < rows; row += 2) {
    const pitch = (0.5 - (row + 0.5) / rows) * Math.PI;
    const weight = Math.cos(pitch);
    for (let column = 0; column < columns; column += 2) {
      if (seen(column, row) & bit) {
        const yaw = ((column + 0.5) / columns - 0.5) * 2 * Math.PI;
        x += weight * Math.sin(yaw) * Math.cos(pitch);
        y -= weight * Math.sin(pitch);
        z += weight * Math.cos(yaw) * Math.cos(pitch);
      }
    }
  }
  return [0.5 + Math.atan2(x, z) / (2 * Math.PI), 0.5 + Math.asin(y / Math.hypot(x, y, z)) / Math.PI];
}

function label(g, o, text, [u, v]) {
  const wide = g.measureText(text).width + 12;
  const x = Math.max(o.x + wide / 2, Math.min(o.x + o.width - wide / 2, o.x + u * o.width));
  const y = Math.max(o.y + 11, Math.min(o.y + o.height - 11, o.y + v * o.height));
  g.fillStyle = "rgba(0,0,0,.75)";
  g.fillRect(x - wide / 2, y - 10, wide, 20);
  g.fillStyle = "#fff";
  g.fillText(text, x, y + 1);
}
