import { element } from "../page/parts.js";
import { plain } from "./format.js";
import { changed, isKeyed, keyAt, valueAt, withKey, withoutKey } from "./keyTrack.js";
import { numberField } from "./numberField.js";

const SIGNS = { still: ["◇", "does not change: press to set a key here"], between: ["□", "between keys: press to set one here"], on: ["■", "on a key: press to take it away"] };

/**
 * A number of a stage that may have keys, and the button that sets and takes them.
 * @typedef {object} Tracked
 * @property {string} id for tests and elements
 * @property {string} label
 * @property {string} name of it and what it is of, for revisions
 * @property {string} unit
 * @property {number} step
 * @property {number} decimals
 * @property {number} most
 * @property {number} [least] else as far below 0 as `most` is above
 * @property {number} [reset] what a double click sets back to, else 0
 * @property {number} times what is shown for 1
 * @property {function(Angles): number} [number] what is drawn of a value that is no number
 * @property {function(): import("./keyTrack.js").Track} track as it is saved
 * @property {function(import("./keyTrack.js").Track): object} set the change of a recipe that makes it so
 * @returns {{field: HTMLElement, show: function(): void}}
 */
export function keyedField(store, of) {
  const frame = 1 / store.kept.rate;
  const edited = (value) => of.set(changed(of.track(), store.time, frame, value / of.times));
  const shown = () => of.times * valueAt(of.track(), store.time);
  const field = numberField({
    label: of.label, unit: of.unit, step: of.step, decimals: of.decimals, least: of.least ?? -of.most, most: of.most, reset: of.reset ?? 0, value: shown(), test: of.id,
    onInput: (value) => store.previewAll(edited(value)),
    onDone: (value) => store.keep(`${of.name} to ${plain(value, of.decimals)} ${of.unit}`, edited(value)),
  });
  const key = keyButton(store, of);
  field.querySelector("label").after(key.button);
  const show = () => {
    field.set(shown());
    key.show();
  };
  show();
  return { field, show };
}

/** The button that sets a key at the moment, or takes it, and shows whether there is one. */
export function keyButton(store, of) {
  const button = element("button", { type: "button", class: "key-sign", "data-test": `key-${of.id}` });
  button.addEventListener("click", () => toggleKey(store, of));
  const show = () => {
    const [sign, says] = SIGNS[keyAt(of.track(), store.time, 1 / store.kept.rate) ? "on" : isKeyed(of.track()) ? "between" : "still"];
    button.textContent = sign;
    button.title = `${of.label}: ${says}`;
    button.setAttribute("aria-label", button.title);
  };
  show();
  return { button, show };
}

/** Sets a key at the moment, or takes the one away that is there. */
export function toggleKey(store, of) {
  const frame = 1 / store.kept.rate;
  const there = keyAt(of.track(), store.time, frame);
  const track = there ? withoutKey(of.track(), store.time, frame) : withKey(of.track(), store.time, frame);
  store.keep(there ? `Take a key of ${of.name} away` : `Set a key of ${of.name}`, of.set(track));
}
