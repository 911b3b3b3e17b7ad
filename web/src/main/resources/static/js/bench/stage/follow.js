import { part } from "../../page/parts.js";
import { toast } from "../../page/toast.js";
import { numberField } from "../numberField.js";
import { placeIn } from "../frameShapes.js";
import { colour } from "../lane.js";
import { directionAt } from "../rotation.js";
import { backgroundJob } from "../sheet/job.js";
import { goToLost } from "../sheet/named.js";
import { lookAt, saved } from "./framings.js";

const USUAL_CALM = 1;
/** A drag that is shorter is a click, shares of the picture. */
const LEAST_BOX = 0.01;

const degrees = (radians) => (radians * 180) / Math.PI;
const angle = (a, b) => Math.acos(Math.max(-1, Math.min(1, a.reduce((sum, value, k) => sum + value * b[k], 0))));

/** What a box in a framed picture marks, degrees; null where a part of it shows nothing. */
export function marked(framing, time, { from, to }) {
  const look = lookAt(framing, time);
  const [x, y] = [(from.x + to.x) / 2, (from.y + to.y) / 2];
  const places = [[x, y], [from.x, y], [to.x, y], [x, from.y], [x, to.y]].map(([u, v]) => placeIn(framing.shape, look, framing.aspect, u, v));
  if (places.some((place) => !place)) {
    return null;
  }
  const [left, right, top, bottom] = places.slice(1).map((place) => directionAt(place.x, place.y));
  return {
    yawDeg: (places[0].x - 0.5) * 360,
    pitchDeg: (0.5 - places[0].y) * 180,
    sizeDeg: degrees(Math.sqrt(angle(left, right) * angle(top, bottom))),
  };
}

/** Whether a drag in the framed picture marks what is to be followed, and the box that is drawn just now. */
export const marking = {
  on: false,
  box: null,
  start: null,

  begin(pane, event) {
    const { store, host } = pane;
    const box = { from: pane.placeAt(event), to: pane.placeAt(event) };
    this.box = box;
    host.setPointerCapture(event.pointerId);
    const move = (next) => {
      box.to = pane.placeAt(next);
      pane.redraw();
    };
    const end = (done) => {
      host.removeEventListener("pointermove", move);
      this.box = null;
      pane.redraw();
      if (done.type === "pointerup" && Math.abs(box.to.x - box.from.x) > LEAST_BOX && Math.abs(box.to.y - box.from.y) > LEAST_BOX) {
        this.follow(store, box);
      }
    };
    host.addEventListener("pointermove", move);
    host.addEventListener("pointerup", end, { once: true });
    host.addEventListener("pointercancel", end, { once: true });
  },

  follow(store, box) {
    const framing = saved(store);
    const what = marked(framing, store.time, box);
    if (!what) {
      toast("A part of the box shows nothing: draw it inside the picture.");
      return;
    }
    const { to } = store.range;
    this.start({ framing: framing.name, from: store.time, ...(to > store.time && { to }), ...what });
  },

  paint(g, { x, y, width, height }) {
    if (this.box) {
      const { from, to } = this.box;
      g.lineWidth = 2;
      g.strokeStyle = colour("--mark");
      g.strokeRect(x + from.x * width, y + from.y * height, (to.x - from.x) * width, (to.y - from.y) * height);
    }
  },
};

/** Marks something that the framing then follows by itself, calmly. */
export function followPart(root, store) {
  const button = part(root, "follow");
  const hint = part(root, "follow-hint");
  let calm = USUAL_CALM;
  part(root, "calm").append(numberField({
    label: "Calm", unit: "s", value: calm, step: 0.1, decimals: 1, least: 0, most: 10, reset: USUAL_CALM, test: "framing-calm",
    onInput: () => {},
    onDone: (value) => (calm = value),
  }));
  const start = backgroundJob(root, store, { stage: "framing", job: "follow" }, { button, idle: "Follow something", busy: "Following" });
  marking.start = async (order) => {
    marking.on = false;
    show();
    const before = store.kept.revision;
    await start({ ...order, calmSeconds: calm });
    goToLost(store, before, "Mark it again from here, or go on by hand.");
  };
  function show() {
    button.setAttribute("aria-pressed", String(marking.on));
    hint.textContent = marking.on
      ? "Draw a box round it in the framed picture; it is followed from here to the end of the marked range."
      : "Goes along with what is marked, and leaves out what is quicker than the time given.";
  }
  button.addEventListener("click", () => {
    marking.on = !marking.on;
    show();
  });
  show();
}
