import { askJson } from "../../page/api.js";
import { element, part } from "../../page/parts.js";
import { toast } from "../../page/toast.js";
import { clock, plain } from "../format.js";
import { colour } from "../lane.js";
import { stroke } from "../overPicture.js";
import { arc } from "../rotation.js";

const KINDS = [
  { kind: "plumb", name: "Plumb lines", said: "Draw a plumb line", line: "plumb line", short: "Plumb" },
  { kind: "sea", name: "Sea lines", said: "Draw a sea line", line: "sea line", short: "Sea" },
];
const PARTS = 32;
/** A line is shown at moments that are so near the one it was drawn at, seconds; where the rig stood it stays true longer. */
const NEAR_SECONDS = 2;

const nameOf = (kind) => KINDS.find((each) => each.kind === kind);

/** Which lines are drawn when the pointer is dragged, and what is drawn just now. */
export const drawing = {
  kind: null,
  /** @type {?{pane: object, from: {x: number, y: number}, to: {x: number, y: number}}} */
  line: null,

  begin(pane, event) {
    const { host, store } = pane;
    const line = { pane, from: pane.placeAt(event), to: pane.placeAt(event) };
    this.line = line;
    host.setPointerCapture(event.pointerId);
    const move = (next) => {
      line.to = pane.placeAt(next);
      pane.redraw();
    };
    const end = (done) => {
      host.removeEventListener("pointermove", move);
      this.line = null;
      pane.redraw();
      if (done.type === "pointerup" && (line.from.x !== line.to.x || line.from.y !== line.to.y)) {
        draw(store, pane.pane.time(), this.kind, line);
      }
    };
    host.addEventListener("pointermove", move);
    host.addEventListener("pointerup", end, { once: true });
    host.addEventListener("pointercancel", end, { once: true });
  },
};

const inside = ({ x, y }) => [Math.max(0, Math.min(1, x)), Math.max(0, Math.min(1, y))];

/** Keeps a line, and the level that all lines then say. */
async function draw(store, seconds, kind, { from, to }) {
  const body = { kind, seconds, ends: [inside(from), inside(to)] };
  await solved(store, nameOf(kind).said, "lines", body);
}

async function solved(store, label, path, body) {
  try {
    const level = await askJson(`${store.path}/level/${path}?base=${store.kept.revision}`, { body });
    await store.keep(label, { level });
  } catch (failure) {
    toast(failure.message);
  }
}

/** What was asked of the lines last, and what of it is there: they lie where the moment puts them. */
let asked = { key: "", answer: Promise.resolve([]) };
let seen = [];

function loadLines(store, time = store.time) {
  const key = `${store.path} ${store.kept.revision} ${time}`;
  if (asked.key !== key) {
    const none = (store.kept.recipe.level.lines ?? []).length === 0;
    const answer = none ? Promise.resolve([]) : askJson(`${store.path}/revisions/${store.kept.revision}/level/lines?t=${time.toFixed(6)}`);
    asked = { key, answer };
    answer.then((lines) => {
      if (asked.key === key) {
        seen = lines;
      }
    }, () => (asked = { key: "", answer }));
  }
  return asked.answer;
}

/** Lines over a picture: those that are kept, and the one that is being drawn. */
export const drawn = {
  /** @param {function({x: number, y: number}): ?{x: number, y: number}} onScreen null where it cannot be seen */
  paint(g, pane, onScreen) {
    const { store } = pane;
    // While the picture is turned below them, they are nowhere.
    if (Object.keys(store.draft).length === 0) {
      seen.filter((line) => Math.abs(line.seconds - store.time) <= NEAR_SECONDS).forEach((line) => {
        const points = line.canvas.map(([x, y]) => onScreen({ x, y }));
        stroke(g, points, line.disagrees ? "#fff" : colour("--mark"), line.disagrees ? [5, 4] : []);
      });
    }
    if (drawing.line?.pane === pane) {
      stroke(g, arc(drawing.line.from, drawing.line.to, PARTS).map(onScreen), "#fff", []);
    }
  },

  /** Asks anew where lines lie, and then has them drawn. */
  refresh(pane) {
    loadLines(pane.store).then(() => pane.redraw(), () => {});
  },
};

/** In the look-around lines are drawn, too, where they are chosen to be. */
export const onLook = {
  grabs: () => drawing.kind !== null,
  grab: (pane, event) => drawing.begin(pane, event),
};

/** Which lines to draw, and those that were, each with how it fits. */
export function lineList(root, store) {
  const buttons = KINDS.map(({ kind, name }) => {
    const button = element("button", { type: "button", class: "btn small", "data-test": `draw-${kind}` }, name);
    button.addEventListener("click", () => {
      drawing.kind = drawing.kind === kind ? null : kind;
      show();
    });
    part(root, "draw").append(button);
    return { kind, button };
  });
  const hint = part(root, "hint");
  function show() {
    buttons.forEach(({ kind, button }) => button.setAttribute("aria-pressed", String(drawing.kind === kind)));
    hint.textContent = drawing.kind
      ? "Drag along it in the sphere or the look-around, from end to end. Press the button again to turn the picture as before."
      : "Edges of buildings and masts hang plumb; the sea’s horizon lies level. Draw several, all round.";
  }
  show();
  const list = part(root, "lines");
  const rows = (lines) => list.replaceChildren(...lines.map((line) => row(store, line)));
  loadLines(store).then(rows, (failure) => (hint.textContent = failure.message));
}

function row(store, { number, kind, seconds, slots, residualDeg, influenceDeg, disagrees }) {
  const { line, short: name } = nameOf(kind);
  const item = element("li", { class: `line-row${disagrees ? " wrong" : ""}`, "data-test": `level-line-${number}` });
  const go = element("button", { type: "button", class: "link", title: `Go to where it was drawn, in the picture of lens ${slots.join(" and ")}` }, `${name} ${clock(seconds)} ${slots.join(", ")}`);
  go.addEventListener("click", () => store.setTime(seconds));
  const fits = element("span", { class: "figure", title: `Without it the picture would turn by ${plain(influenceDeg, 2)}°` },
    disagrees ? `wrong by ${plain(residualDeg, 1)}°` : `${plain(residualDeg, 2)}° off`);
  const remove = element("button", { type: "button", class: "key-sign", title: `Delete this ${line}`, "aria-label": `Delete this ${line}`, "data-test": `delete-line-${number}` }, "×");
  remove.addEventListener("click", () => solved(store, `Delete a ${line}`, "lines/remove", { line: number }));
  item.append(go, fits, remove);
  return item;
}
