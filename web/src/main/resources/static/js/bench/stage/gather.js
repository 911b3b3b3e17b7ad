import { element, part } from "../../page/parts.js";
import { clock } from "../format.js";
import { drawBars } from "../lane.js";
import { namedRanges, valuesOf } from "../namedRanges.js";

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
  ranges(root, store);
}

/** Parts of the take that are named, to come back to and to hand over. */
function ranges(root, store) {
  const marked = namedRanges(store);
  part(root, "range-hint").textContent = marked.length ? "" : "Mark a part of the take under the ruler and name it: parts are handed over in one go.";
  part(root, "range-add").addEventListener("click", () => {
    const { from, to } = store.range;
    store.keep(`Name the range from ${clock(from)}`, ranged([...marked, { name: freeName(marked), from_s: from, to_s: to }]));
  });
  part(root, "ranges").append(...marked.map((range) => rangeRow(store, marked, range)));
}

const ranged = (marked) => ({ ranges: { marked } });

function freeName(marked) {
  const names = marked.map(({ name }) => name);
  let n = marked.length + 1;
  while (names.includes(`Range ${n}`)) {
    n++;
  }
  return `Range ${n}`;
}

function rangeRow(store, marked, range) {
  const row = element("div", { class: "range-row", "data-test": "range" });
  const name = element("input", { class: "choice", value: range.name, maxlength: "60", "aria-label": "Name of the range", autocomplete: "off", "data-test": "range-name" });
  name.addEventListener("keydown", (event) => event.stopPropagation());
  name.addEventListener("change", () => {
    const wanted = name.value.trim();
    if (wanted && !marked.some((one) => one.name === wanted)) {
      store.keep(`Range ${range.name} is ${wanted}`, ranged(marked.map((one) => (one === range ? { ...range, name: wanted } : one))));
    } else {
      name.value = range.name;
    }
  });
  const mark = element("button", { type: "button", class: "link", title: "Mark it again", "data-test": "range-mark" }, `${clock(range.from_s)} to ${clock(range.to_s)}`);
  mark.addEventListener("click", () => {
    store.setRange({ from: range.from_s, to: range.to_s });
    store.setTime(range.from_s);
  });
  const remove = element("button", { type: "button", class: "btn small", "data-test": "range-remove" }, "Remove");
  remove.addEventListener("click", () => store.keep(`Remove range ${range.name}`, ranged(marked.filter((one) => one !== range))));
  row.append(name, mark, remove);
  const holder = element("div");
  holder.append(row, ownValues(store, marked, range));
  return holder;
}

/** What a range may have of its own: as it is now, for when it is handed over. */
function ownValues(store, marked, range) {
  const line = element("div", { class: "flex flex-wrap gap-1 items-center mb-2" });
  const button = (text, title, test, press) => {
    const made = element("button", { type: "button", class: "btn small", title, "data-test": test }, text);
    made.addEventListener("click", press);
    return made;
  };
  const keep = (label, own) => store.keep(label, ranged(marked.map((one) => (one === range ? { ...range, own } : one))));
  const keepNow = (text) => button(text, "When it is handed over, it has the level, steadying and framings that the take has now, whatever the take has later", "range-own", () =>
    keep(`Range ${range.name} keeps its values`, valuesOf(store.kept.recipe)));
  if (!range.own) {
    line.append(keepNow("Keep today’s level, steadying, framings"));
    return line;
  }
  line.append(
    element("span", { class: "soft" }, "Has values of its own."),
    button("Show", "The take takes them on, to be looked at and changed", "range-show", () => {
      const { own } = range;
      store.keep(`The values of range ${range.name}`, { level: own.level, framing: own.framing, steady: { ...store.kept.recipe.steady, ...own.steady } });
      store.setRange({ from: range.from_s, to: range.to_s });
    }),
    keepNow("Keep again"),
    button("Drop", "It is handed over as the take is", "range-drop", () => keep(`Range ${range.name} is as the take`, undefined)),
  );
  return line;
}

/** When each clip has frames, and where they are damaged. */
export const lane = (canvas, store, span) => drawBars(canvas, store.kept.clips, span);

export const finer = (store) => store.kept.clips.map((clip) => ({
  label: clip.slot,
  figure: damagedPlaces(clip) || `${clip.width} x ${clip.height}, ${clip.seconds.toFixed(2)} s`,
  paint: (canvas, span) => drawBars(canvas, [clip], span),
}));

const damagedPlaces = ({ damaged: { length } }) => (length ? `damaged at ${length} ${length === 1 ? "place" : "places"}` : "");
