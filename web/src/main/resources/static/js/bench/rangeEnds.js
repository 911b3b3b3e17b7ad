import { clock } from "./format.js";

/** How many frames a key moves an end of the range. */
const STEPS = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageDown: -10, PageUp: 10 };

/** The take time that a key moves an end of the range to; null for other keys. */
export function movedEnd(key, time, { from, to, rate }) {
  if (key === "Home" || key === "End") {
    return key === "Home" ? from : to;
  }
  return key in STEPS ? time + STEPS[key] / rate : null;
}

/** The ends of the range for who has no pointer: sliders over the ruler, moved by the keys. */
export function startRangeEnds(store, xOf) {
  const ends = { from: document.getElementById("range-from"), to: document.getElementById("range-to") };
  const show = () => {
    for (const [end, handle] of Object.entries(ends)) {
      handle.style.left = `${xOf(store.range[end])}px`;
      handle.setAttribute("aria-valuemin", store.kept.from.toFixed(3));
      handle.setAttribute("aria-valuemax", store.kept.to.toFixed(3));
      handle.setAttribute("aria-valuenow", store.range[end].toFixed(3));
      handle.setAttribute("aria-valuetext", clock(store.range[end]));
    }
  };
  for (const [end, handle] of Object.entries(ends)) {
    handle.addEventListener("keydown", (event) => {
      const moved = movedEnd(event.key, store.range[end], store.kept);
      if (moved !== null) {
        event.preventDefault();
        event.stopPropagation();
        const { from, to } = { ...store.range, [end]: moved };
        // An end stops at the other one.
        store.setRange(end === "from" ? { from: Math.min(from, to - 1 / store.kept.rate), to } : { from, to: Math.max(to, from + 1 / store.kept.rate) });
      }
    });
  }
  store.addEventListener("kept", show);
  store.addEventListener("time", () => !store.following && show());
  new ResizeObserver(() => store.kept && show()).observe(document.getElementById("ruler"));
}
