import { ask } from "../../page/api.js";
import { element, part } from "../../page/parts.js";
import { toast } from "../../page/toast.js";
import { colour } from "../lane.js";
import { isKeyed } from "../keyTrack.js";
import { stroke } from "../overPicture.js";
import { LEAST_FIELD, outline, placeIn, SHAPES } from "../frameShapes.js";
import { nearest } from "../namedList.js";
import { namedPart, quantityFields } from "../sheet/named.js";
import { followPart, marking } from "./follow.js";
import { add, ASPECTS, current, edited, framings, keyedHere, list, lookAt, looking, QUANTITIES, READY, remove, saved, withShape } from "./framings.js";

/** The sphere beside what the framing shows of it. */
export const views = ["sphere", "frame"];

/** Path points over the take. */
const PATH = 120;
const STILL_WIDTH = 3840;

const aspectOf = ({ width, height }) => `${width}:${height}`;

/** A quantity of the framing that is worked on, over time. */
const tracked = (store, { id, label, ...rest }) => ({
  id: `framing-${id}`, label, name: `${label} of ${saved(store).name}`, unit: "°", decimals: 1, times: 1, ...rest,
  track: () => saved(store)[id],
  set: (track) => edited(store, { [id]: track }),
});

const quantities = (store) => QUANTITIES.map((of) => (of.key === "field" ? { ...of, most: SHAPES[saved(store).shape].most } : of));

export const tracks = (store) => (saved(store) ? quantities(store).map((of) => tracked(store, { ...of, label: of.short })).filter((of) => isKeyed(of.track())) : []);

/** Which framings there are, and what the chosen one looks like and looks at. */
export function sheet(root, store) {
  for (const ready of READY) {
    const button = element("button", { type: "button", class: "btn small", "data-test": `add-${ready.name.toLowerCase()}` }, ready.said);
    button.addEventListener("click", () => add(store, ready));
    part(root, "ready").append(button);
  }
  stillOf(root, store, "still-sphere", () => `&width=${store.kept.canvasWidth}`);
  const framing = saved(store);
  part(root, "none").hidden = Boolean(framing);
  part(root, "some").hidden = !framing;
  part(root, "still-framed").hidden = !framing;
  if (!framing) {
    return undefined;
  }
  namedPart(root, store, list, { list: "list", remove: "remove", name: "name" });
  const shape = part(root, "shape");
  shape.append(...Object.entries(SHAPES).map(([value, { name: text }]) => element("option", { value }, text)));
  shape.value = framing.shape;
  part(root, "shape-said").textContent = SHAPES[framing.shape].said;
  shape.addEventListener("change", () => store.keep(`Framing ${framing.name}: ${shape.selectedOptions[0].textContent}`, withShape(store, shape.value)));
  aspect(root, store, framing);
  const show = quantityFields(part(root, "looks"), store, list, quantities(store).map((of) => tracked(store, of)));
  part(root, "key-all").addEventListener("click", () => store.keep(`Set keys of ${framing.name}`, keyedHere(store)));
  followPart(root, store);
  stillOf(root, store, "still", () => `&width=${STILL_WIDTH}&framing=${encodeURIComponent(framing.name)}`);
  const follow = () => (root.isConnected ? show() : store.removeEventListener("time", follow));
  store.addEventListener("time", follow);
  return show;
}

/** Width to height, from a list or typed. */
function aspect(root, store, framing) {
  const choice = part(root, "aspect");
  const own = part(root, "own");
  const ready = ASPECTS.map(([width, height]) => `${width}:${height}`);
  choice.append(...ready.map((value) => element("option", { value }, value)), element("option", { value: "" }, "own"));
  const now = aspectOf(framing.aspect);
  choice.value = ready.includes(now) ? now : "";
  own.value = now;
  const keep = (value) => {
    const [width, height] = value.split(":").map(Number);
    const wanted = { width, height };
    if (![width, height].every((side) => Number.isInteger(side) && side >= 1 && side <= 100)) {
      own.classList.add("wrong");
      return;
    }
    store.keep(`Framing ${framing.name}: ${value}`, edited(store, { aspect: wanted }));
  };
  const showOwn = () => (own.hidden = choice.value !== "");
  showOwn();
  choice.addEventListener("change", () => (choice.value ? keep(choice.value) : showOwn()));
  own.addEventListener("change", () => keep(own.value.trim()));
  own.addEventListener("keydown", (event) => event.stopPropagation());
}

/** A button that keeps a picture of the moment, in the format that is chosen. */
function stillOf(root, store, name, what) {
  const button = part(root, name);
  button.addEventListener("click", () => {
    const query = `t=${store.time.toFixed(6)}&format=${part(root, "still-format").value}${what()}`;
    keepStill(button, `${store.path}/revisions/${store.kept.revision}/still?${query}`);
  });
}

/** Made as a render would make it, which takes its time. */
async function keepStill(button, url) {
  const idle = button.textContent;
  button.disabled = true;
  button.textContent = "Making it";
  try {
    const response = await ask(url);
    const address = URL.createObjectURL(await response.blob());
    const name = decodeURIComponent(/filename\*=UTF-8''([^;]+)/.exec(response.headers.get("Content-Disposition"))?.[1] ?? "still.jpg");
    element("a", { href: address, download: name }).click();
    URL.revokeObjectURL(address);
  } catch (failure) {
    toast(failure.message);
  }
  button.disabled = false;
  button.textContent = idle;
}

/** The frame's outline, its middle, and the way that its middle goes. */
export const drawn = {
  paint(g, pane, onScreen) {
    const { store } = pane;
    const framing = current(store);
    if (!framing) {
      return;
    }
    const look = lookAt(framing, pane.pane.time());
    if (QUANTITIES.some(({ id }) => isKeyed(framing[id]))) {
      const { from, to } = store.kept;
      const way = Array.from({ length: PATH + 1 }, (_, i) => lookAt(framing, from + ((to - from) * i) / PATH));
      stroke(g, way.map((at) => screen(onScreen, placeIn(framing.shape, at, framing.aspect, 0.5, 0.5))), "#fff", [2, 4]);
    }
    stroke(g, outline(framing.shape, look, framing.aspect).map((place) => screen(onScreen, place)), colour("--mark"));
    const middle = screen(onScreen, placeIn(framing.shape, look, framing.aspect, 0.5, 0.5));
    if (middle) {
      g.strokeStyle = colour("--mark");
      g.lineWidth = 2;
      g.strokeRect(middle.x - 3, middle.y - 3, 6, 6);
    }
  },

  refresh: (pane) => pane.redraw(),
};

const screen = (onScreen, place) => place && onScreen(place);

/** Follows a pointer from where it was pressed, and keeps what it led to. */
export function dragLook(pane, event, lookOf) {
  const { store, host } = pane;
  const start = lookAt(saved(store), store.time);
  host.setPointerCapture(event.pointerId);
  let change = null;
  const move = (next) => {
    change = lookOf(start, next);
    store.previewAll(looking(store, change));
  };
  host.addEventListener("pointermove", move);
  host.addEventListener("pointerup", () => {
    host.removeEventListener("pointermove", move);
    if (change) {
      store.keep(`Look with ${saved(store).name}`, looking(store, change));
    }
  }, { once: true });
}

const pitched = (pitch) => Math.max(-90, Math.min(90, pitch));

/** Dragging on the sphere moves the frame along with the pointer; a double click brings a place into its middle. */
export const onSphere = {
  grab(pane, event) {
    if (!saved(pane.store)) {
      return;
    }
    const from = pane.placeAt(event);
    dragLook(pane, event, (start, next) => {
      const here = pane.placeAt(next);
      return { yaw: start.yaw + (here.x - from.x) * 360, pitch: pitched(start.pitch - (here.y - from.y) * 180) };
    });
  },

  doubleClick(pane, event) {
    const { store } = pane;
    if (saved(store)) {
      const { x, y } = pane.placeAt(event);
      const start = lookAt(saved(store), store.time);
      const change = { yaw: nearest((x - 0.5) * 360, start.yaw), pitch: pitched((0.5 - y) * 180) };
      store.keep(`Look with ${saved(store).name}`, looking(store, change));
    }
  },
};

/** In the framed picture what was grabbed stays under the pointer; towards the poles a heading turns less of it. */
export const onFrame = {
  paint: (g, o) => marking.paint(g, o),

  grab(pane, event) {
    if (marking.on) {
      marking.begin(pane, event);
    } else {
      this.turn(pane, event);
    }
  },

  turn(pane, event) {
    const from = pane.placeAt(event);
    dragLook(pane, event, (start, next) => {
      const here = pane.placeAt(next);
      const { aspect: sides } = saved(pane.store);
      const slow = Math.max(0.2, Math.cos((start.pitch * Math.PI) / 180));
      return {
        yaw: start.yaw - ((here.x - from.x) * start.field) / slow,
        pitch: pitched(start.pitch + ((here.y - from.y) * start.field * sides.height) / sides.width),
      };
    });
  },

  /** The wheel zooms; what it led to is kept when it rests. */
  zoom(pane, factor) {
    const { store } = pane;
    const { field } = lookAt(current(store), store.time);
    const most = SHAPES[saved(store).shape].most;
    const change = { field: Math.max(LEAST_FIELD, Math.min(most, field * factor)) };
    store.previewAll(looking(store, change));
    clearTimeout(this.rest);
    this.rest = setTimeout(() => store.keep(`Zoom ${saved(store).name}`, looking(store, change)), 400);
  },
};
