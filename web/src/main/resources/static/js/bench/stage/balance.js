import { element, part } from "../../page/parts.js";
import { chooseCurve } from "../sheet/curve.js";
import { noiseNumbers } from "../sheet/noise.js";
import { chooseTransform } from "../sheet/transform.js";
import { plain } from "../format.js";
import { keyedField } from "../keyedField.js";
import { isKeyed, valueAt } from "../keyTrack.js";
import { backgroundJob } from "../sheet/job.js";

/** The sphere beside its scope. */
export const views = ["sphere", "scope"];

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
const NO_TRIM = {};
const NO_STOPS = { exposure_stops: 0, red_stops: 0, green_stops: 0, blue_stops: 0 };
const signed = (value) => `${value > 0 ? "+" : ""}${plain(value, 2)}`;

/** Evens exposure and colour in one action; trims of each lens and of the whole by number, over time by keys. */
export function sheet(root, store) {
  const slots = store.kept.recipe.rig.lenses.map((lens) => lens.slot);
  const off = store.kept.recipe.rig.off ?? [];
  startEvening(root, store, slots.filter((slot) => !off.includes(slot)));
  const of = chooser(root, store, [WHOLE, ...slots]);
  noiseNumbers(root, store);
  trims(root, store, of, slots);
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
  const start = backgroundJob(root, store, { stage: "balance", job: "even" }, { button, idle: "Even exposure and colour", busy: "Measuring" });
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
  const own = balance.lenses.filter((lens) => lens.vignetting).map((lens) => `${lens.slot} ${rim(lens.vignetting)}`);
  const given = own.length ? own.join(", ") : rim(balance.vignetting ?? { square_stops: 0, fourth_stops: 0, sixth_stops: 0 });
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

const nameOf = (of) => (of === WHOLE ? "all lenses" : `lens ${of}`);

/** The numbers of a lens, or of all, each on a track of its own. */
const tracked = (store, of) => {
  const slots = store.kept.recipe.rig.lenses.map((lens) => lens.slot);
  const trim = () => trackOf(store.kept.recipe.balance, of);
  return NUMBERS.map(({ key, times = 1, ...spec }) => ({
    ...spec, times, id: `trim-${key}`, name: `${spec.label} of ${nameOf(of)}`,
    track: () => trim()[key],
    set: (track) => ({ balance: withTrack(store.kept.recipe.balance, slots, [of], { ...trim(), [key]: track }) }),
  }));
};

/** Those of the chosen lens that change over time. */
export const tracks = (store) => tracked(store, store.balanceOf ?? WHOLE).filter((of) => isKeyed(of.track()));

function trims(root, store, of, slots) {
  const kept = () => trackOf(store.kept.recipe.balance, of);
  const set = (trim, names = [of]) => ({ balance: withTrack(store.kept.recipe.balance, slots, names, trim) });
  const fields = tracked(store, of).map((each) => keyedField(store, each));
  part(root, "trims").append(...fields.map(({ field }) => field));
  const measured = part(root, "measured-of");
  const show = () => {
    fields.forEach((each) => each.show());
    const stops = of === WHOLE ? null : measuredAt(entry(store.kept.recipe.balance, of).measured, store.time);
    measured.textContent = stops ? `Measured: ${signed(stops.exposure_stops)} stops, red ${signed(stops.red_stops)}, blue ${signed(stops.blue_stops)}.` : "";
  };
  part(root, "back").addEventListener("click", () => store.keep(`Set ${nameOf(of)} back`, set(NO_TRIM)));
  const copy = part(root, "copy");
  copy.hidden = of === WHOLE || slots.length < 2;
  copy.addEventListener("click", () => store.keep(`Copy the trim of lens ${of} to the others`, set(kept(), slots)));
  show();
  const follow = () => (measured.isConnected ? show() : store.removeEventListener("time", follow));
  store.addEventListener("time", follow);
}

/** What was measured of a lens at a moment: its numbers share their keys. */
const measuredAt = (measured, time) =>
  Array.isArray(measured)
    ? Object.fromEntries(Object.keys(NO_STOPS).map((name) => [name, valueAt(measured.map((key) => ({ at_s: key.at_s, value: key[name] })), time)]))
    : measured;
