import { element } from "../page/parts.js";
import { plain } from "./format.js";

/**
 * A number with its unit: typed, stepped with the arrow keys (Shift ten times, Alt a tenth), set back by double-click. `page` is
 * what Page Up and Page Down step by, `parse` reads what is typed in other words than a number.
 * `onInput` is called while it changes, `onDone` when it is settled.
 * @param {{label: string, unit: string, value: number, step: number, decimals: number, least?: number, most?: number,
 *   reset: number, test?: string, page?: number, parse?: (text: string) => number, slider?: boolean, onInput: (v: number) => void, onDone: (v: number) => void}} options
 */
export function numberField(options) {
  const { label, unit, step, decimals, least = -Infinity, most = Infinity } = options;
  const row = element("div", { class: "field" });
  const id = `n-${label.replace(/\W+/g, "-").toLowerCase()}-${Math.random().toString(36).slice(2, 7)}`;
  const input = element("input", { class: "num", id, inputmode: "decimal", autocomplete: "off" });
  if (options.test) {
    input.dataset.test = options.test;
  }
  const box = element("span");
  box.append(input, element("span", { class: "unit" }, unit));
  row.append(element("label", { for: id, title: "Arrow keys step, Shift ten times, Alt a tenth; double-click sets back" }, label), box);
  let value = options.value;
  const show = () => {
    input.value = Number.isFinite(value) ? plain(value, decimals) : "far";
    input.classList.remove("wrong");
  };
  const bounded = (wanted) => Math.max(least, Math.min(most, wanted));
  const settle = (wanted) => {
    if (wanted !== value || pending) {
      value = wanted;
      pending = false;
      options.onDone(value);
    }
    show();
  };
  let pending = false;
  const read = () => {
    const text = input.value.trim().replace(",", ".");
    const number = options.parse ?? Number;
    const wanted = text === "far" && most === Infinity ? Infinity : text === "" ? NaN : number(text);
    if (Number.isNaN(wanted)) {
      input.classList.add("wrong");
      return;
    }
    settle(bounded(wanted));
  };
  input.addEventListener("keydown", (event) => {
    const page = options.page ? { PageUp: options.page, PageDown: -options.page }[event.key] : undefined;
    const sign = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (event.key === "Enter") {
      read();
    } else if (event.key === "Escape") {
      show();
      input.blur();
    } else if ((sign || page) && Number.isFinite(value)) {
      event.preventDefault();
      const size = page ?? sign * step * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1);
      value = bounded(Number((value + size).toFixed(6)));
      pending = true;
      show();
      options.onInput(value);
    }
    event.stopPropagation();
  });
  input.addEventListener("keyup", (event) => {
    if (pending && ["ArrowUp", "ArrowDown", "PageUp", "PageDown"].includes(event.key)) {
      settle(value);
    }
  });
  input.addEventListener("change", read);
  input.addEventListener("blur", () => pending && settle(value));
  row.addEventListener("dblclick", () => settle(options.reset));
  show();
  if (options.slider) {
    const slider = element("input", { type: "range", class: "slider", min: least, max: options.sliderMost ?? most, step, "aria-label": label });
    slider.value = Number.isFinite(value) ? value : options.sliderMost;
    slider.addEventListener("input", () => {
      value = Number(slider.value);
      pending = true;
      show();
      options.onInput(value);
    });
    slider.addEventListener("change", () => settle(Number(slider.value)));
    slider.addEventListener("keydown", (event) => event.stopPropagation());
    const both = element("div");
    both.append(row, slider);
    both.set = (next) => {
      value = next;
      slider.value = next;
      show();
    };
    return both;
  }
  row.set = (next) => {
    value = next;
    show();
  };
  return row;
}
