import { element, part } from "../../page/parts.js";
import { numberField } from "../numberField.js";
import { chooseCurve } from "./curve.js";
import { noiseNumbers } from "./noise.js";
import { chooseTransform } from "./transform.js";
import { plain } from "../format.js";
import { changed, isKeyed, keyAt, neighbour, valueAt, withKey, withoutKey } from "../keyTrack.js";
import { backgroundJob } from "./job.js";

const WHOLE = "whole";
const NUMBERS = [
  { key: "exposure_stops", label: "Exposure", unit: "stops", step: 0.05, decimals: 2, most: 6 },
  { key: "temperature_mired", label: "Warmer", unit: "mired", step: 1, decimals: 0, most: 200 },
  { key: "tint_stops", label: "Magenta", unit: "stops", step: 0.02, decimals: 2, most: 6 },
  { key: "red_stops", label: "Red", unit: "stops", step: 0.02, decimals: 2, most: 6 },
  { key: "green_stops", label: "Green", unit: "stops", step: 0.02, decimals: 2, most: 6 },
  { key: "blue_stops", label: "Blue", unit: "stops", step: 0.02, decimals: 2, most: 6 },
  { key: "black", label: "Black point", unit: "%", step: 0.1, decimals: 1, most: 20, times: 100 },
];
const NO_TRIM = Object.fromEntries(NUMBERS.map(({ key }) => [key, 0]));
const NO_STOPS = { exposure_stops: 0, red_stops: 0, green_stops: 0, blue_stops: 0 };
const signed = (value) => `${value > 0 ? "+" : ""}${plain(value, 2)}`;

/** Evens exposure and colour in one action; trims of each lens and of the whole by number, over time by keys. */
export function balanceSheet(root, store) {
  const slots = store.kept.recipe.rig.lenses.map((lens) => lens.slot);
  const off = store.kept.recipe.rig.off ?? [];
  startEvening(root, store, slots.filter((slot) => !off.includes(slot)));
  const of = chooser(root, store, [WHOLE, ...slots]);
  noiseNumbers(root, store);
  return trims(root, store, of, slots);
}

function startEvening(root, store, slots) {
  const balance = store.kept.recipe.balance;
  chooseCurve(root, store);
  chooseTransform(root, store);
  part(root, "action").hidden = slots.length < 2;
  const reference = part(root, "reference");
  reference.append(element("option", { value: "" }, "the lenses’ mean"), ...slots.map((slot) => element("option", { value: slot }, `lens ${slot} as it is`)));
  reference.value = store.balanceReference ?? balance.reference ?? "";
  reference.addEventListener("change", () => (store.balanceReference = reference.value));
  const highlights = part(root, "highlights");
  // What nobody has chosen yet shall not cut off what the source shows.
  highlights.value = balance.measure ? balance.highlights : "shoulder";
  highlights.addEventListener("change", () => {
    if (balance.measure) {
      const words = highlights.selectedOptions[0].textContent;
      store.keep(`Bright places: ${words}`, { balance: { ...balance, highlights: highlights.value } });
    }
  });
  const button = part(root, "even");
  const start = backgroundJob(root, store, `${store.path}/balance`, { button, idle: "Even exposure and colour", busy: "Measuring" });
  button.addEventListener("click", () => start({ reference: reference.value, highlights: highlights.value }));
  part(root, "measured").hidden = !balance.measure;
  if (balance.measure) {
    part(root, "said").textContent = said(balance);
  }
}

/** What the measure found besides the lenses' own corrections. */
function said(balance) {
  const over = balance.over_stops > 0.005
    ? `The brightest places come ${plain(balance.over_stops, 2)} stops over full scale.`
    : "No bright place comes over full scale.";
  const rim = ({ square_stops: a, fourth_stops: b, sixth_stops: c }) => plain(a + b + c, 2);
  const own = balance.lenses.filter((lens) => lens.falloff).map((lens) => `${lens.slot} ${rim(lens.falloff)}`);
  const given = own.length ? own.join(", ") : rim(balance.falloff ?? { square_stops: 0, fourth_stops: 0, sixth_stops: 0 });
  return `${over} Given back towards the rims: ${given} stops.`;
}

/** Which lens, or all of them, the numbers are of. */
function chooser(root, store, choices) {
  const chosen = choices.includes(store.balanceOf) ? store.balanceOf : WHOLE;
  const row = part(root, "of");
  for (const choice of choices) {
    const button = element("button", { type: "button", class: "btn px-2", "aria-pressed": String(choice === chosen), "data-test": `balance-of-${choice}` }, choice === WHOLE ? "All" : choice);
    button.addEventListener("click", () => {
      store.balanceOf = choice;
      store.dispatchEvent(new Event("sheet"));
    });
    row.append(button);
  }
  return chosen;
}

const entry = (balance, slot) => balance.lenses.find((lens) => lens.slot === slot) ?? { slot, measured: NO_STOPS, trim: NO_TRIM };
const trackOf = (balance, of) => (of === WHOLE ? balance.whole ?? NO_TRIM : entry(balance, of).trim);

/** The balance with other trims of some lenses, or of the whole. */
function withTrack(balance, slots, names, track) {
  if (names.includes(WHOLE)) {
    return { ...balance, whole: track };
  }
  return { ...balance, lenses: slots.map((slot) => (names.includes(slot) ? { ...entry(balance, slot), trim: track } : entry(balance, slot))) };
}

function trims(root, store, of, slots) {
  const frame = 1 / store.kept.rate;
  const name = of === WHOLE ? "all lenses" : `lens ${of}`;
  const kept = () => trackOf(store.kept.recipe.balance, of);
  const set = (track, names = [of]) => ({ balance: withTrack(store.kept.recipe.balance, slots, names, track) });
  const fields = NUMBERS.map(({ key, label, unit, step, decimals, most, times = 1 }) => {
    const edited = (value) => set(changed(kept(), store.time, frame, { [key]: value / times }));
    const field = numberField({
      label, unit, step, decimals, least: -most, most, reset: 0, value: times * valueAt(kept(), store.time)[key], test: `trim-${key}`,
      onInput: (value) => store.preview("balance", edited(value).balance),
      onDone: (value) => store.keep(`${label} of ${name} to ${plain(value, decimals)} ${unit}`, edited(value)),
    });
    return { field, show: () => field.set(times * valueAt(kept(), store.time)[key]) };
  });
  part(root, "trims").append(...fields.map(({ field }) => field));
  const measured = part(root, "measured-of");
  const keys = keyButtons(root, store, { kept, set, name, frame });
  const show = () => {
    fields.forEach((each) => each.show());
    keys();
    const stops = of === WHOLE ? null : valueAt(entry(store.kept.recipe.balance, of).measured, store.time);
    measured.textContent = stops ? `Measured: ${signed(stops.exposure_stops)} stops, red ${signed(stops.red_stops)}, blue ${signed(stops.blue_stops)}.` : "";
  };
  part(root, "back").addEventListener("click", () => store.keep(`Set ${name} back`, set(NO_TRIM)));
  const copy = part(root, "copy");
  copy.hidden = of === WHOLE || slots.length < 2;
  copy.addEventListener("click", () => store.keep(`Copy the trim of lens ${of} to the others`, set(kept(), slots)));
  show();
  const follow = () => (measured.isConnected ? show() : store.removeEventListener("time", follow));
  store.addEventListener("time", follow);
}

/** A key at the moment, and the way from key to key. */
function keyButtons(root, store, { kept, set, name, frame }) {
  const key = part(root, "key");
  const sign = part(root, "key-sign");
  const steps = [["key-before", -1], ["key-after", 1]].map(([button, step]) => [part(root, button), step]);
  key.addEventListener("click", () => {
    const there = keyAt(kept(), store.time, frame);
    const track = there ? withoutKey(kept(), store.time, frame) : withKey(kept(), store.time, frame);
    store.keep(there ? `Take a key of ${name} away` : `Add a key to ${name}`, set(track));
  });
  for (const [button, step] of steps) {
    button.addEventListener("click", () => store.setTime(neighbour(kept(), store.time, frame, step)));
  }
  return () => {
    const track = kept();
    const there = keyAt(track, store.time, frame);
    key.textContent = there ? "Take this key away" : "Add a key here";
    sign.textContent = there ? "■ on a key" : isKeyed(track) ? "□ between keys" : "does not change";
    for (const [button, step] of steps) {
      button.disabled = neighbour(track, store.time, frame, step) === null;
    }
  };
}
