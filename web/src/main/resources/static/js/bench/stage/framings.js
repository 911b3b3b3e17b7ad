import { isKeyed } from "../keyTrack.js";
import { namedList } from "../namedList.js";
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

/** The framings of a take, one of which is worked on. */
export const list = namedList({ section: "framing", field: "framings", thing: "framing", quantities: QUANTITIES });

export const { all: framings, choose, current, saved, edited, remove, rename, at: lookAt, changing: looking, keyedHere } = list;

export const add = (store, { said, ...ready }) => list.add(store, ready);

/** Another shape cannot always show as much. */
export function withShape(store, shape) {
  const { most } = SHAPES[shape];
  const field = saved(store).field_deg;
  const bounded = isKeyed(field) ? field.map((key) => ({ ...key, value: Math.min(most, key.value) })) : Math.min(most, field);
  return edited(store, { shape, field_deg: bounded });
}
