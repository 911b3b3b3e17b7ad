import { element } from "../page/parts.js";
import { plain } from "./format.js";
import { keyAt, neighbour, valueAt, wayAt, withKeyMoved, withWay } from "./keyTrack.js";
import { toggleKey } from "./keyedField.js";
import { colour, EDGE, sharp, timeToX, xToTime } from "./lane.js";

const WAYS = [["curve", "curve"], ["linear", "straight"], ["ease", "ease"], ["hold", "hold"]];
/** So near counts as on a key, pixels. */
const NEAR = 7;
const HALF = 4;

/**
 * A track in the ledger: its keys set and taken, moved in time, gone to, and how it goes from one to the next.
 * @param {import("./keyedField.js").Tracked} of
 * @returns {{head: HTMLElement, paint: function(HTMLCanvasElement, object): void, grab: function(PointerEvent, object): boolean, show: function(): void}}
 */
export function trackLane(store, of) {
  const frame = 1 / store.kept.rate;
  let dragged = null;
  const track = () => dragged ?? of.track();
  const number = of.number ?? ((it) => it);
  const head = element("div", { class: "row-head track-head", "data-test": `track-${of.id}` });
  const value = element("span", { class: "figure" });
  const press = (text, title, test, action) => {
    const button = element("button", { type: "button", class: "key-sign", title, "aria-label": title, "data-test": `${test}-${of.id}` }, text);
    button.addEventListener("click", action);
    return button;
  };
  const back = press("‹", `${of.label}: to the key before`, "track-back", () => store.setTime(neighbour(of.track(), store.time, frame, -1)));
  const next = press("›", `${of.label}: to the next key`, "track-next", () => store.setTime(neighbour(of.track(), store.time, frame, 1)));
  const key = press("", "", "track-key", () => toggleKey(store, of));
  const way = element("select", { "aria-label": `${of.label}: how it goes on to the next key`, "data-test": `track-way-${of.id}` });
  way.append(...WAYS.map(([each, text]) => element("option", { value: each }, text)));
  way.addEventListener("change", () => store.keep(`${of.name}: ${way.selectedOptions[0].textContent}`, of.set(withWay(of.track(), store.time, frame, way.value))));
  const clear = press("×", `${of.label}: take all keys away`, "track-clear", () => store.keep(`Take all keys of ${of.name} away`, of.set(valueAt(of.track(), store.time))));
  const inTake = (time) => Math.max(store.kept.from, Math.min(store.lastTime(), time));
  const moveTo = (from, to) => {
    store.keep(`Move a key of ${of.name}`, of.set(withKeyMoved(of.track(), from, to, frame)));
    store.setTime(to);
  };
  key.addEventListener("keydown", (event) => {
    const there = keyAt(of.track(), store.time, frame);
    const step = { ArrowLeft: -frame, ArrowRight: frame }[event.key];
    if (there && step) {
      event.preventDefault();
      event.stopPropagation();
      moveTo(there.at_s, inTake(there.at_s + step));
    }
  });
  const tools = element("span", { class: "track-tools" });
  tools.append(back, key, next, way, clear);
  head.append(element("span", {}, of.label), value, tools);

  function show() {
    const now = of.track();
    value.textContent = plain(of.times * number(valueAt(track(), store.time)), of.decimals);
    value.title = of.unit;
    const on = keyAt(now, store.time, frame);
    key.textContent = on ? "■" : "□";
    key.title = `${of.label}: ${on ? "take this key away; Left and Right move it by a frame" : "set a key here"}`;
    key.setAttribute("aria-label", key.title);
    back.disabled = neighbour(now, store.time, frame, -1) === null;
    next.disabled = neighbour(now, store.time, frame, 1) === null;
    const goes = wayAt(now, store.time, frame);
    way.disabled = !goes;
    way.value = goes ?? "curve";
  }

  function paint(canvas, span) {
    const { g, width, height } = sharp(canvas);
    const keys = track();
    const values = keys.map((each) => number(each.value));
    const [low, high] = [Math.min(...values), Math.max(...values)];
    const y = (number) => (high === low ? height / 2 : height - 7 - ((number - low) / (high - low)) * (height - 14));
    g.strokeStyle = colour("--ink");
    g.lineWidth = 1.2;
    g.beginPath();
    for (let x = EDGE; x <= width - EDGE; x++) {
      g.lineTo(x, y(number(valueAt(keys, xToTime(x, span, width)))));
    }
    g.stroke();
    for (const each of keys) {
      const x = timeToX(each.at_s, span, width);
      const on = Math.abs(each.at_s - store.time) < frame / 2;
      g.fillStyle = colour(on ? "--mark" : "--paper");
      g.fillRect(x - HALF, y(number(each.value)) - HALF, 2 * HALF, 2 * HALF);
      g.strokeStyle = colour("--ink");
      g.strokeRect(x - HALF, y(number(each.value)) - HALF, 2 * HALF, 2 * HALF);
    }
  }

  /** A key under the pointer is gone to, and dragged in time by whole frames. */
  function grab(event, span) {
    const lane = event.currentTarget;
    const box = lane.getBoundingClientRect();
    const at = (e) => e.clientX - box.left;
    const hit = of.track().find((each) => Math.abs(timeToX(each.at_s, span, box.width) - at(event)) < NEAR);
    if (!hit) {
      return false;
    }
    const begin = at(event);
    let to = hit.at_s;
    store.setTime(hit.at_s);
    const move = (e) => {
      if (dragged || Math.abs(at(e) - begin) > 2) {
        to = inTake(hit.at_s + Math.round((xToTime(at(e), span, box.width) - hit.at_s) / frame) * frame);
        dragged = withKeyMoved(of.track(), hit.at_s, to, frame);
        paint(lane.querySelector("canvas"), span);
      }
    };
    lane.setPointerCapture(event.pointerId);
    lane.addEventListener("pointermove", move);
    lane.addEventListener("pointerup", () => {
      lane.removeEventListener("pointermove", move);
      dragged = null;
      if (to !== hit.at_s) {
        moveTo(hit.at_s, to);
      }
    }, { once: true });
    return true;
  }

  return { head, paint, grab, show };
}
