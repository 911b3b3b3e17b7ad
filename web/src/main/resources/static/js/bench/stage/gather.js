import { element, part } from "../../page/parts.js";
import { drawBars } from "../lane.js";

export function sheet(root, store) {
  for (const clip of store.kept.clips) {
    const row = element("tr");
    const cells = [clip.slot, `${clip.width} x ${clip.height}`, clip.frameRate.replace("/1", ""), clip.frames, clip.sound];
    row.append(...cells.map((cell) => element("td", {}, String(cell))));
    row.title = `${clip.file}: ${clip.codec}, ${clip.bits} bits, ${clip.range} range, ${clip.seconds.toFixed(2)} s`;
    part(root, "clips").append(row);
  }
  const faults = store.kept.clips.flatMap((clip) => clip.faults.map((what) => `${clip.slot}: ${what}`));
  part(root, "faults").append(...faults.map((fault) => element("li", {}, fault)));
  const notes = new Set(store.kept.clips.flatMap((clip) => clip.assumed.map((what) => `${clip.slot}: ${what}`)));
  const own = part(root, "own-rate");
  own.hidden = !store.kept.footageRate;
  own.textContent = `Use the footage's rate: ${store.kept.footageRate} frames/s`;
  own.addEventListener("click", () => store.keep("Use the footage's rate", { rate: store.kept.footageRate }));
  part(root, "notes").append(...[...notes].map((note) => element("li", {}, note)));
}

/** When each clip has frames, and where they are damaged. */
export const lane = (canvas, store, span) => drawBars(canvas, store.kept.clips, span);

export const finer = (store) => store.kept.clips.map((clip) => ({
  label: clip.slot,
  figure: damagedPlaces(clip) || `${clip.width} x ${clip.height}, ${clip.seconds.toFixed(2)} s`,
  paint: (canvas, span) => drawBars(canvas, [clip], span),
}));

const damagedPlaces = ({ damaged: { length } }) => (length ? `damaged at ${length} ${length === 1 ? "place" : "places"}` : "");
