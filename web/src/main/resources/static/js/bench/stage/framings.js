import { isKeyed, valueAt, withKey, changed } from "../keyTrack.js";
import { LEAST_FIELD, SHAPES } from "../frameShapes.js";

/** What of a framing may have keys. */
export const QUANTITIES = [
  { key: "yaw", id: "yaw_deg", label: "Heading (yaw)", short: "Heading", most: 36000, reset: 0, step: 0.5 },
  { key: "pitch", id: "pitch_deg", label: "Tilt (pitch)", short: "Tilt", most: 90, reset: 0, step: 0.5 },
  { key: "roll", id: "roll_deg", label: "Lean (roll)", short: "Lean", most: 36000, reset: 0, step: 0.5 },
  { key: "field", id: "field_deg", label: "Field of view", short: "Field", least: LEAST_FIELD, most: 360, reset: 90, step: 1 },
];

const look = (yaw, pitch, field) => ({ yaw_deg: yaw, pitch_deg: pitch, roll_deg: 0, field_deg: field });

/** What a new framing may be to begin with. */
export const READY = [
  { name: "Flat", said: "Flat 16:9", shape: "flat", aspect: { width: 16, height: 9 }, ...look(0, 0, 90) },
  { name: "Upright", said: "Upright 9:16", shape: "flat", aspect: { width: 9, height: 16 }, ...look(0, 0, 60) },
  { name: "Wide", said: "Wide 21:9", shape: "panini", aspect: { width: 21, height: 9 }, ...look(0, 0, 140) },
  { name: "Planet", said: "Little planet 1:1", shape: "stereographic", aspect: { width: 1, height: 1 }, ...look(0, -90, 280) },
];

export const ASPECTS = [[16, 9], [9, 16], [1, 1], [4, 5], [21, 9], [4, 3], [2, 1]];

/** The name of the framing that is worked on; the first one where it is no more. */
let chosen = null;

const all = (section) => section?.framings ?? [];

/** Those of the take as it shows now, a draft's too. */
export const framings = (store) => all(store.section("framing"));

export const choose = (store, name) => {
  chosen = name;
  store.dispatchEvent(new Event("sheet"));
  store.dispatchEvent(new Event("framing"));
};

const pick = (list) => list.find(({ name }) => name === chosen) ?? list[0];

/** The framing that is worked on, as it shows now; undefined where there is none. */
export const current = (store) => pick(framings(store));

const kept = (store) => all(store.kept.recipe.framing);

/** The same as it is saved. */
export const saved = (store) => pick(kept(store));

/** The change of a recipe that puts another one in the place of the one that is worked on. */
const replaced = (store, framing) => {
  const list = kept(store);
  return { framing: { framings: list.map((each) => (each === pick(list) ? framing : each)) } };
};

export const edited = (store, change) => replaced(store, { ...saved(store), ...change });

/** A free name like one that is wanted. */
function freeName(store, wanted) {
  const names = kept(store).map(({ name }) => name);
  let free = wanted;
  for (let n = 2; names.includes(free); n++) {
    free = `${wanted} ${n}`;
  }
  return free;
}

export function add(store, { said, ...ready }) {
  const framing = { ...ready, name: freeName(store, ready.name) };
  chosen = framing.name;
  return store.keep(`Add framing ${framing.name}`, { framing: { framings: [...kept(store), framing] } });
}

export function remove(store) {
  const gone = saved(store);
  chosen = null;
  return store.keep(`Remove framing ${gone.name}`, { framing: { framings: kept(store).filter((each) => each !== gone) } });
}

export function rename(store, name) {
  const set = edited(store, { name });
  const before = saved(store).name;
  chosen = name;
  return store.keep(`Framing ${before} is ${name}`, set);
}

/** Another shape cannot always show as much. */
export function withShape(store, shape) {
  const { most } = SHAPES[shape];
  const field = saved(store).field_deg;
  const bounded = isKeyed(field) ? field.map((key) => ({ ...key, value: Math.min(most, key.value) })) : Math.min(most, field);
  return edited(store, { shape, field_deg: bounded });
}

/** Where a framing looks at a time, degrees. */
export const lookAt = (framing, time) => Object.fromEntries(QUANTITIES.map(({ key, id }) => [key, valueAt(framing[id], time)]));

const round = (value) => Math.round(value * 1e3) / 1e3 + 0;

/** The change that has it look elsewhere: everywhere, or at a key of the moment where a quantity has keys. */
export function looking(store, change) {
  const from = saved(store);
  const frame = 1 / store.kept.rate;
  const values = QUANTITIES.filter(({ key }) => key in change)
    .map(({ key, id }) => [id, changed(from[id], store.time, frame, round(change[key]))]);
  return edited(store, Object.fromEntries(values));
}

/** The change that sets keys of all that it looks by at the moment. */
export const keyedHere = (store) => {
  const from = saved(store);
  return edited(store, Object.fromEntries(QUANTITIES.map(({ id }) => [id, withKey(from[id], store.time, 1 / store.kept.rate)])));
};

/** A heading that is reached the shortest way from another one. */
export const nearest = (yaw, from) => yaw + 360 * Math.round((from - yaw) / 360);
