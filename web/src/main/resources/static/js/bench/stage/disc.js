/** So near counts as on something, screen pixels. */
const GRIP = 9;

/** The lit disc of a lens is dragged by its middle, and made larger or smaller by its rim. */
export const onLens = {
  /** What of the disc is under the pointer: its middle, its rim, or nothing. */
  grip(pane, event) {
    const lens = pane.lens();
    if (event.button !== 0 || !lens.circle) {
      return null;
    }
    const { x, y, near } = place(pane, event, lens);
    const { centre_x_px: cx, centre_y_px: cy, radius_px: radius } = lens.circle;
    const out = Math.hypot(x - cx, y - cy);
    return out < near ? "middle" : Math.abs(out - radius) < near ? "rim" : null;
  },

  grab(pane, event) {
    const { store, host } = pane;
    const grip = onLens.grip(pane, event);
    if (!grip) {
      return;
    }
    event.preventDefault();
    host.setPointerCapture(event.pointerId);
    const begin = pane.lens();
    const from = place(pane, event, begin);
    let section = null;
    const move = (next) => {
      const to = place(pane, next, begin);
      const { centre_x_px: cx, centre_y_px: cy, radius_px: radius } = begin.circle;
      const circle = grip === "middle"
        ? { ...begin.circle, centre_x_px: cx + to.x - from.x, centre_y_px: cy + to.y - from.y }
        : { ...begin.circle, radius_px: Math.max(8, radius + Math.hypot(to.x - cx, to.y - cy) - Math.hypot(from.x - cx, from.y - cy)) };
      const { rig } = store.kept.recipe;
      section = { ...rig, source: "set by hand", lenses: rig.lenses.map((lens) => (lens.slot === begin.slot ? { ...lens, circle } : lens)) };
      store.preview("rig", section);
      pane.surface.draw();
    };
    host.addEventListener("pointermove", move);
    host.addEventListener("pointerup", () => {
      host.removeEventListener("pointermove", move);
      if (section) {
        store.keep(`Lens ${begin.slot}: disc`, { rig: section });
      }
    }, { once: true });
  },

  /** The handle in the disc's middle. */
  mark(g, x, y) {
    g.rect(x - 5, y - 5, 10, 10);
  },
};

/** Where a pointer is in the lens's stated pixels, and how near counts as on something. */
function place(pane, event, lens) {
  const at = pane.surface.at(event);
  const shown = pane.surface.now() * pane.clip().width;
  return { x: at.x * lens.width, y: at.y * lens.height, near: (GRIP * lens.width) / shown };
}
