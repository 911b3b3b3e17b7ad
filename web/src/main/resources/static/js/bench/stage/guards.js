import { askJson } from "../../page/api.js";
import { element, part } from "../../page/parts.js";
import { toast } from "../../page/toast.js";
import { ended, handles, holds, moved, MOST, LEAST, pulled, rim, sided } from "../guardShape.js";
import { isKeyed } from "../keyTrack.js";
import { colour } from "../lane.js";
import { namedList, nearest, round } from "../namedList.js";
import { numberField } from "../numberField.js";
import { stroke } from "../overPicture.js";
import { followPointer } from "../followPointer.js";
import { backgroundJob } from "../sheet/job.js";
import { goToLost, namedPart, quantityFields } from "../sheet/named.js";

const TURNS = 36000;
const QUANTITIES = [
  { key: "yaw", id: "yaw_deg", label: "Heading", short: "Heading", unit: "°", most: TURNS, step: 0.5, decimals: 1, times: 1 },
  { key: "pitch", id: "pitch_deg", label: "Tilt", short: "Tilt", unit: "°", most: 90, step: 0.5, decimals: 1, times: 1 },
  { key: "turn", id: "turn_deg", label: "Turn", short: "Turn", unit: "°", most: TURNS, step: 1, decimals: 1, times: 1 },
  { key: "length", id: "length_deg", label: "Half length", short: "Length", unit: "°", least: LEAST, most: MOST, reset: 4, step: 0.2, decimals: 1, times: 1 },
  { key: "width", id: "width_deg", label: "Half width", short: "Width", unit: "°", least: LEAST, most: MOST, reset: 4, step: 0.2, decimals: 1, times: 1 },
  { key: "strength", id: "strength", label: "Strength", short: "Strength", unit: "%", least: 0, most: 100, reset: 100, step: 5, decimals: 0, times: 100, normal: 1 },
];
const MOST_GUARDS = 40;
const USUAL_EDGE = 2;
/** How near to a handle a pointer takes it, pixels. */
const NEAR_PX = 10;

const guards = namedList({ section: "seams", field: "guards", thing: "guard", quantities: QUANTITIES });

/** A quantity of the guard that is worked on, over time. */
const tracked = (store, { id, label, normal, ...rest }) => ({
  id: `guard-${id}`, label, name: `${label} of ${guards.saved(store).name}`, ...rest,
  track: () => guards.saved(store)[id] ?? normal,
  set: (track) => guards.edited(store, { [id]: track }),
});

export const tracks = (store) => (guards.saved(store) ? QUANTITIES.map((of) => tracked(store, { ...of, label: of.short })).filter((of) => isKeyed(of.track())) : []);

/** How guards of a revision lie, by moment: what was asked for, and what of it is there. */
let asked = { of: "", answers: new Map(), found: new Map() };

function load(store, time) {
  const of = `${store.path} ${store.kept.revision}`;
  if (asked.of !== of) {
    asked = { of, answers: new Map(), found: new Map() };
  }
  const { answers, found } = asked;
  if (!answers.has(time)) {
    const answer = askJson(`${store.path}/revisions/${store.kept.revision}/seams/guards?t=${time.toFixed(6)}`);
    answers.set(time, answer);
    answer.then((lying) => found.set(time, lying), () => answers.delete(time));
  }
  return answers.get(time);
}

/** The rotation from the canvas to the rig at a pane's moment; undefined while it is not known. */
const turnOf = (pane) => asked.found.get(pane.pane.time())?.rigFromCanvas;

/** Whether the next drag opens a new guard, and what is pulled open just now. */
const drawing = { on: false, pulled: null };

/** Whether the next drag opens a new guard. */
export const isDrawing = () => drawing.on;

/** What is drawn over the sphere and the look-around. */
export const drawn = {
  paint(g, pane, onScreen) {
    const { store } = pane;
    const turn = turnOf(pane);
    if (!turn) {
      return;
    }
    const line = (area, ink, dashes) => stroke(g, rim(area, turn).map(onScreen), ink, dashes);
    const time = pane.pane.time();
    const current = guards.current(store);
    guards.all(store).filter((guard) => guard !== current).forEach((guard) => line(guards.at(guard, time), "#fff", [5, 4]));
    if (current) {
      const area = guards.at(current, time);
      line(area, colour("--mark"));
      Object.values(handles(area, turn)).map(onScreen).filter(Boolean).forEach((at) => handle(g, at));
    }
    if (drawing.pulled?.pane === pane) {
      line(drawing.pulled.area, "#fff", []);
    }
  },

  refresh(pane) {
    load(pane.store, pane.pane.time()).then(() => pane.redraw(), () => {});
  },
};

function handle(g, { x, y }) {
  g.fillStyle = "#fff";
  g.strokeStyle = colour("--mark");
  g.lineWidth = 2;
  g.fillRect(x - 4, y - 4, 8, 8);
  g.strokeRect(x - 4, y - 4, 8, 8);
}

/** What of a guard is under a pointer: a handle of the one that is worked on, or the inside of any. */
function under(pane, event) {
  const { store } = pane;
  const time = pane.pane.time();
  const turn = turnOf(pane);
  const current = guards.current(store);
  const box = pane.host.getBoundingClientRect();
  const far = (place) => {
    const at = place && pane.onScreen(place);
    return at ? Math.hypot(at.x - event.clientX + box.left, at.y - event.clientY + box.top) : Infinity;
  };
  if (current) {
    const ends = handles(guards.at(current, time), turn);
    // A small one can still be moved by its middle.
    const held = ["end", "side"].find((name) => far(ends[name]) < Math.min(NEAR_PX, far(ends.middle)));
    if (held) {
      return { guard: current, held };
    }
  }
  const place = pane.placeAt(event);
  const guard = [current, ...guards.all(store)].find((one) => one && holds(guards.at(one, time), turn, place));
  return guard && { guard, held: "middle" };
}

/** Guards are pulled open, moved, turned and stretched where they lie; elsewhere the picture is moved as ever. */
export const pointer = {
  grabs: (pane, event) => drawing.on || Boolean(turnOf(pane) && under(pane, event)),

  grab(pane, event) {
    if (drawing.on) {
      open(pane, event);
      return;
    }
    const { guard, held } = under(pane, event);
    if (guard.name !== guards.saved(pane.store).name) {
      guards.choose(pane.store, guard.name);
    }
    change(pane, event, held);
  },
};

function open(pane, event) {
  const { store } = pane;
  const from = pane.placeAt(event);
  let to = null;
  followPointer(pane.host, event, (next) => {
    to = pane.placeAt(next);
    const turn = turnOf(pane);
    drawing.pulled = turn && { pane, area: pulled(turn, from, to) };
    pane.redraw();
  }, (done) => {
    drawing.pulled = null;
    pane.redraw();
    if (done && to) {
      drawing.on = false;
      load(store, pane.pane.time()).then(
        ({ rigFromCanvas }) => guards.add(store, written(pulled(rigFromCanvas, from, to))),
        (failure) => toast(failure.message),
      );
    } else if (done) {
      toast("Drag from one corner of what must stay whole to the other; a click draws nothing.");
    }
  });
}

const written = ({ yaw, pitch, turn, length, width }) => ({
  name: "Guard", yaw_deg: round(yaw), pitch_deg: round(pitch), turn_deg: round(turn), length_deg: round(length), width_deg: round(width), edge_deg: USUAL_EDGE,
});

function change(pane, event, held) {
  const { store } = pane;
  const start = guards.at(guards.saved(store), store.time);
  const from = pane.placeAt(event);
  const rigFromCanvas = turnOf(pane);
  let changed = null;
  followPointer(pane.host, event, (next) => {
    const here = pane.placeAt(next);
    const found = held === "end" ? ended(start, rigFromCanvas, here) : held === "side" ? sided(start, rigFromCanvas, here) : moved(start, rigFromCanvas, from, here);
    const turns = Object.fromEntries(["yaw", "turn"].filter((key) => key in found).map((key) => [key, nearest(found[key], start[key])]));
    changed = { ...found, ...turns };
    store.previewAll(guards.changing(store, changed));
  }, (done) => {
    if (done && changed) {
      store.keep(`${held === "middle" ? "Move" : "Shape"} guard ${guards.saved(store).name}`, guards.changing(store, changed));
    } else {
      store.dropDraft();
    }
  });
}

/** Which guards there are, and what the chosen one is like. Gives back what shows the numbers of a moment or a drag. */
export function guardPart(root, store) {
  const add = part(root, "guard-add");
  const hint = part(root, "guard-hint");
  const says = () => {
    add.setAttribute("aria-pressed", String(drawing.on));
    hint.textContent = drawing.on
      ? "Drag over what must stay whole, in the sphere or the look-around, from corner to corner."
      : guards.saved(store) ? "Drag it to move it, its end to turn and stretch it, its side to widen it." : "A guard keeps what must not be cut in one lens: the seam goes round it.";
  };
  add.addEventListener("click", () => {
    if (!drawing.on && guards.all(store).length >= MOST_GUARDS) {
      toast(`A take has ${MOST_GUARDS} guards at most. Remove one first.`);
      return;
    }
    drawing.on = !drawing.on;
    says();
  });
  says();
  const guard = guards.saved(store);
  part(root, "guard").hidden = !guard;
  if (!guard) {
    return () => {};
  }
  namedPart(root, store, guards, { list: "guard-list", remove: "guard-remove", name: "guard-name" });
  keeper(root, store, guard);
  const show = quantityFields(part(root, "guard-place"), store, guards, QUANTITIES.map((of) => tracked(store, of)));
  part(root, "guard-edge").append(numberField({
    label: "Soft edge", unit: "°", value: guard.edge_deg, step: 0.5, decimals: 1, least: 0, most: 20, reset: USUAL_EDGE, test: "guard-edge",
    onInput: (value) => store.previewAll(guards.edited(store, { edge_deg: value })),
    onDone: (value) => store.keep(`Soft edge of ${guard.name} ${value}°`, guards.edited(store, { edge_deg: value })),
  }));
  followGuarded(part(root, "guard-follow-group"), store, guard);
  part(root, "guard-keys").addEventListener("click", () => store.keep(`Set keys of ${guard.name}`, guards.keyedHere(store)));
  return show;
}

/** Has it go along with what is in it from here, both ways, within the marked range. */
function followGuarded(root, store, guard) {
  const button = part(root, "guard-follow");
  const start = backgroundJob(root, store, { stage: "seams", job: "follow" }, { button, idle: "Follow what is in it", busy: "Following" });
  button.addEventListener("click", async () => {
    const { from, to } = store.range;
    const before = store.kept.revision;
    await start({ guard: guard.name, at: store.time, ...(from < store.time && { from }), ...(to > store.time && { to }) });
    goToLost(store, before, "Follow it again from where it is seen, or go on by hand.");
  });
}

/** The lens that keeps it: one that is named, or the one that sees it best, which is said once it is known. */
function keeper(root, store, guard) {
  const choice = part(root, "guard-lens");
  const itself = element("option", { value: "" }, "best lens");
  const slots = store.kept.clips.map(({ slot }) => slot).filter((slot) => !(store.kept.recipe.rig.off ?? []).includes(slot));
  choice.append(itself, ...slots.map((slot) => element("option", { value: slot }, `lens ${slot}`)));
  choice.value = guard.lens ?? "";
  choice.addEventListener("change", () => {
    const { lens, ...rest } = guard;
    const says = choice.value ? `Lens ${choice.value} keeps ${guard.name}` : `The lens that sees it best keeps ${guard.name}`;
    store.keep(says, guards.replaced(store, choice.value ? { ...rest, lens: choice.value } : rest));
  });
  load(store, store.time).then(({ keepers }) => {
    if (!guard.lens && keepers[guard.name]) {
      itself.textContent = `best lens: ${keepers[guard.name]}`;
    }
  }, (failure) => toast(failure.message));
}
