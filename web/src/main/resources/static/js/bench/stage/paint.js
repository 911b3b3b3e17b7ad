import { askJson } from "../../page/api.js";
import { element, part } from "../../page/parts.js";
import { toast } from "../../page/toast.js";
import { followPointer } from "../followPointer.js";
import { colour } from "../lane.js";
import { numberField } from "../numberField.js";
import { MOST_STROKES, nameOf, spotsOf, strengthAt, trace } from "../strokes.js";

/** Strokes follow the pointer to a tenth of the brush, or to that share of the picture. */
const FINEST = 0.0004;
const SAID = {
  use: "What you paint is shown by this lens alone.",
  leave_out: "What you paint is shown by the other lenses, where they see it.",
  clear: "What you paint is as if nothing had been painted there.",
};

/** The brush, and the stroke that is being drawn; shares of the picture's height. */
const brush = { on: false, lens: "", kind: "leave_out", shape: "brush", radius: 0.04, edge: 0.02, when: "always", fade: 0, drawn: null, over: null };
/** Which stroke is chosen in the list. */
let chosen = null;

export const isPainting = () => brush.on;

const saved = (store) => store.kept.recipe.seams.strokes ?? [];
const listed = (store, strokes) => ({ seams: { ...store.kept.recipe.seams, strokes } });

const during = (store) => (brush.when === "always" ? {} : { during: { from_s: store.range.from, to_s: store.range.to, fade_s: brush.fade } });

/** The stroke that goes through places of a lens's picture. */
function strokeOf(store, slot, places, radius) {
  const { width, height } = store.kept.clips.find((clip) => clip.slot === slot);
  const shape = brush.shape === "area" ? { shape: "area" } : {};
  return {
    lens: slot, kind: brush.kind, ...shape, spots: spotsOf(places, Math.max(FINEST, radius / 10), width / height),
    radius: brush.shape === "area" ? 0 : radius, edge: brush.edge, ...during(store),
  };
}

/** Whether there is room for one more. */
function hasRoom(store) {
  const room = saved(store).length < MOST_STROKES;
  if (!room) {
    toast(`A take has ${MOST_STROKES} strokes at most. Remove some first.`);
  }
  return room;
}

/** Follows a pointer while it draws: from where it began, or straight to where it is. */
function draw(host, event, placeOf, onPlaces, onEnd) {
  event.preventDefault();
  let places = [placeOf(event)];
  onPlaces(places);
  followPointer(host, event, (next) => {
    places = brush.shape === "straight" ? [places[0], placeOf(next)] : [...places, placeOf(next)];
    onPlaces(places);
  }, (done) => onEnd(done ? places : null));
}

/** Lenses' pictures are painted in; else they are moved as ever. */
export const onLens = {
  grip: (pane, event) => brush.on && event.button === 0,

  grab(pane, event) {
    const { store, host } = pane;
    if (!onLens.grip(pane, event) || !hasRoom(store)) {
      return;
    }
    const through = (places) => strokeOf(store, pane.pane.options.slot, places, brush.radius);
    draw(host, event, (at) => Object.values(pane.surface.at(at)), (places) => {
      brush.drawn = { pane, stroke: through(places) };
      pane.surface.draw();
    }, (places) => {
      brush.drawn = null;
      if (places) {
        finish(store, through(places));
      }
      pane.surface.draw();
    });
  },

  hover(pane, event) {
    brush.over = brush.on && event.type !== "pointerleave" ? { pane, at: pane.surface.at(event) } : null;
    if (brush.on) {
      pane.surface.draw();
    }
  },

  /** What is painted in the pane's lens, and the brush. */
  paint(pane, g, o) {
    const strokes = [...(pane.store.section("seams").strokes ?? []), ...(brush.drawn?.pane === pane ? [brush.drawn.stroke] : [])];
    const own = strokes.filter(({ lens }) => lens === pane.pane.options.slot);
    if (own.length && (brush.on || pane.store.stage === "seams")) {
      laid(g, o, own, pane.pane.time());
    }
    if (brush.over?.pane === pane && brush.shape !== "area") {
      ring(g, o, brush.over.at);
    }
  },
};

/** The same on the sphere and in the look-around, for the lens that is chosen; with Ctrl held the picture is moved as ever. */
export const onPicture = {
  grabs: (event) => brush.on && !event.ctrlKey,

  grab(pane, event) {
    const { store, host } = pane;
    if (!hasRoom(store)) {
      return;
    }
    const time = pane.pane.time();
    draw(host, event, (at) => Object.values(pane.placeAt(at)), (places) => {
      brush.drawn = { pane, places };
      pane.redraw();
    }, async (places) => {
      brush.drawn = null;
      pane.redraw();
      if (places) {
        await placed(store, time, places).catch((failure) => toast(failure.message));
      }
    });
  },

  /** What is being drawn. */
  paint(pane, onScreen, line) {
    if (brush.drawn?.pane === pane && brush.drawn.places) {
      line(brush.drawn.places.map(([x, y]) => onScreen({ x, y })));
    }
  },
};

/** Lays what was drawn on the sphere into the picture of the chosen lens. */
async function placed(store, time, places) {
  const lens = lensOf(store);
  const { height } = store.kept.clips.find(({ slot }) => slot === lens);
  const found = await askJson(`${store.path}/revisions/${store.kept.revision}/seams/paint?t=${time.toFixed(6)}`, {
    body: { lens, places: places.flat(), radius: degreesOf(store, lens, height) },
  });
  const spots = found.spots.flatMap((x, n) => (n % 2 ? [] : [[x, found.spots[n + 1]]]));
  if (spots.length === 0) {
    toast(`Lens ${lens} does not see what you painted: choose another lens.`);
    return;
  }
  finish(store, strokeOf(store, lens, spots, Math.min(0.5, Math.max(0.002, found.radius))));
}

/** The lens that is painted in on the sphere. */
function lensOf(store) {
  const slots = store.kept.recipe.rig.lenses.map(({ slot }) => slot).filter((slot) => !(store.kept.recipe.rig.off ?? []).includes(slot));
  return slots.includes(brush.lens) ? brush.lens : slots[0];
}

/** The brush's radius as an angle, as it is in the middle of the lens. */
function degreesOf(store, lens, height) {
  const { focal_px: focal, height: stated } = store.section("rig").lenses.find(({ slot }) => slot === lens);
  return (brush.radius * height * 180) / Math.PI / ((focal * height) / stated);
}

function finish(store, stroke) {
  if (stroke.shape === "area" && stroke.spots.length < 6) {
    toast("Draw the outline of an area without letting go; a click holds nothing.");
    return;
  }
  chosen = saved(store).length;
  store.keep(`Paint: ${nameOf(stroke, chosen + 1).replace(/^\d+: /, "")}`, listed(store, [...saved(store), stroke]));
}

/** Lays strokes over a lens's picture as a film: bright where the lens is used, dark where it is left out. */
function laid(g, o, strokes, time) {
  const film = document.createElement("canvas");
  film.width = g.canvas.width;
  film.height = g.canvas.height;
  const ink = film.getContext("2d");
  ink.setTransform(g.getTransform());
  ink.lineCap = "round";
  ink.lineJoin = "round";
  for (const stroke of strokes) {
    ink.globalCompositeOperation = stroke.kind === "clear" ? "destination-out" : "source-over";
    ink.strokeStyle = stroke.kind === "use" ? colour("--mark") : "#000";
    ink.fillStyle = ink.strokeStyle;
    trace(ink, stroke, o);
    const wide = 2 * stroke.radius * o.height;
    // The soft edge, then what counts whole.
    for (const [grown, alpha] of [[stroke.edge ?? 0, 0.45], [0, 1]]) {
      ink.globalAlpha = alpha * strengthAt(stroke, time);
      ink.lineWidth = Math.max(0.01, wide + 2 * grown * o.height);
      ink.stroke();
    }
    if (stroke.shape === "area") {
      ink.fill();
    }
  }
  g.save();
  g.setTransform(1, 0, 0, 1, 0, 0);
  g.globalAlpha = 0.6;
  g.drawImage(film, 0, 0);
  g.restore();
}

/** The brush's size under the pointer. */
function ring(g, o, { x, y }) {
  for (const [style, width] of [["rgba(0,0,0,.7)", 3], ["#fff", 1.3]]) {
    g.strokeStyle = style;
    g.lineWidth = width;
    g.beginPath();
    g.arc(o.x + x * o.width, o.y + y * o.height, brush.radius * o.height, 0, 7);
    g.stroke();
  }
}

/** The brush, and the strokes there are. */
export function paintPart(root, store) {
  const toggle = part(root, "paint-on");
  const strokes = saved(store);
  toggle.setAttribute("aria-pressed", String(brush.on));
  toggle.addEventListener("click", () => {
    brush.on = !brush.on;
    // A lens beside the sphere to paint in, or the seam again.
    store.dispatchEvent(new Event("stage"));
    store.dispatchEvent(new Event("sheet"));
  });
  part(root, "paint-hint").textContent = brush.on
    ? `${SAID[brush.kind]} Paint in the Lens view.`
    : strokes.length ? "" : "Paint out what carries the rig, a hand or flare; paint in the better of two views.";
  part(root, "brush").hidden = !brush.on;
  const lenses = part(root, "paint-lens");
  lenses.append(...store.kept.clips.map(({ slot }) => element("option", { value: slot }, `lens ${slot}`)));
  brush.lens = lensOf(store);
  choice(root, store, "paint-lens", "lens");
  choice(root, store, "paint-kind", "kind");
  choice(root, store, "paint-shape", "shape");
  choice(root, store, "paint-when", "when");
  const percent = (label, key, most, test) => numberField({
    label, unit: "%", value: 100 * brush[key], step: 0.5, decimals: 1, least: key === "radius" ? 0.2 : 0, most, slider: true, reset: key === "radius" ? 4 : 2, test,
    onInput: (value) => { brush[key] = value / 100; },
    onDone: (value) => { brush[key] = value / 100; },
  });
  const sizes = part(root, "brush-sizes");
  if (brush.shape !== "area") {
    sizes.append(percent("Brush radius", "radius", 50, "paint-radius"));
  }
  sizes.append(percent("Soft edge", "edge", 25, "paint-edge"));
  if (brush.when !== "always") {
    part(root, "brush-fade").append(numberField({
      label: "Comes and goes over", unit: "s", value: brush.fade, step: 0.1, decimals: 1, least: 0, most: 30, reset: 0, test: "paint-fade",
      onInput: () => {},
      onDone: (value) => { brush.fade = value; },
    }));
  }
  strokeList(root, store, strokes);
}

function choice(root, store, name, key) {
  const select = part(root, name);
  select.value = brush[key];
  select.addEventListener("change", () => {
    brush[key] = select.value;
    store.dispatchEvent(new Event("sheet"));
  });
}

function strokeList(root, store, strokes) {
  part(root, "strokes").hidden = strokes.length === 0;
  if (strokes.length === 0) {
    return;
  }
  chosen = Math.max(0, Math.min(strokes.length - 1, chosen ?? strokes.length - 1));
  const list = part(root, "stroke-list");
  list.append(...strokes.map((stroke, n) => element("option", { value: String(n) }, nameOf(stroke, n + 1))));
  list.value = String(chosen);
  const stroke = strokes[chosen];
  list.addEventListener("change", () => {
    chosen = Number(list.value);
    if (strokes[chosen].during) {
      store.setTime(strokes[chosen].during.from_s);
    }
    store.dispatchEvent(new Event("sheet"));
  });
  part(root, "stroke-remove").addEventListener("click", () => {
    const without = strokes.filter((one) => one !== stroke);
    store.keep(`Remove stroke ${nameOf(stroke, chosen + 1)}`, listed(store, without));
  });
  part(root, "strokes-clear").addEventListener("click", () => store.keep("Remove all strokes", listed(store, [])));
  const again = (change) => listed(store, strokes.map((one) => (one === stroke ? change : one)));
  const { during: time, ...always } = stroke;
  part(root, "stroke-range").addEventListener("click", () => store.keep(
    `Stroke ${chosen + 1} within ${store.range.from.toFixed(1)} to ${store.range.to.toFixed(1)} s`,
    again({ ...always, during: { from_s: store.range.from, to_s: store.range.to, fade_s: time?.fade_s ?? brush.fade } }),
  ));
  const whole = part(root, "stroke-always");
  whole.hidden = !time;
  whole.addEventListener("click", () => store.keep(`Stroke ${chosen + 1} always`, again(always)));
}
