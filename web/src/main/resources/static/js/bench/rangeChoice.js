import { element } from "../page/parts.js";
import { clock } from "./format.js";

const NEAR = 1e-3;

/**
 * Which ranges of a take are made: the marked one, whose ends may be typed, and named ones.
 * @param {HTMLElement} into where named ones are listed
 * @param {{made: {from: number, to: number}[]}} known what was ordered of the take before
 * @returns {function(): {name: string, from: number, to: number}[]} the named ones that are chosen
 */
export function rangeChoice(into, ranges, { made }, onChange) {
  const ordered = ({ from_s: from, to_s: to }) => made.some((one) => Math.abs(one.from - from) < NEAR && Math.abs(one.to - to) < NEAR);
  const boxes = ranges.map((range) => {
    const box = element("input", { type: "checkbox", "data-test": "ho-range" });
    box.addEventListener("change", onChange);
    const label = element("label", { class: "flex gap-2 items-center" });
    label.append(box, `${range.name}, ${clock(range.from_s)} to ${clock(range.to_s)}${ordered(range) ? ", ordered before" : ""}`);
    return { box, range, label };
  });
  into.replaceChildren(...boxes.map(({ label }) => label));
  return () => boxes.filter(({ box }) => box.checked).map(({ range }) => ({ name: range.name, from: range.from_s, to: range.to_s }));
}
