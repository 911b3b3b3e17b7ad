import { askJson } from "../../page/api.js";
import { element, part } from "../../page/parts.js";
import { toast } from "../../page/toast.js";
import { numberField } from "../numberField.js";
import { plain } from "../format.js";
import { changed, isKeyed, valueAt } from "../keyTrack.js";
import { keyButton } from "../keyedField.js";
import { between, directionAt, ofDegrees, times, toDegrees, turnAbout } from "../rotation.js";
import { drawing, lineList } from "./levelLines.js";

export { drawn, onLook } from "./levelLines.js";

const ANGLES = [
  { key: "yaw", label: "Heading (yaw)", most: 180 },
  { key: "pitch", label: "Tilt (pitch)", most: 90 },
  { key: "roll", label: "Lean (roll)", most: 180 },
];
const NONE = { yaw: 0, pitch: 0, roll: 0 };

const round = (value) => Math.round(value * 1e4) / 1e4 + 0;
const rounded = ({ yaw, pitch, roll }) => ({ yaw: round(yaw), pitch: round(pitch), roll: round(roll) });

const read = ({ yaw_deg, pitch_deg, roll_deg }) => ({ yaw: yaw_deg, pitch: pitch_deg, roll: roll_deg });
const written = ({ yaw, pitch, roll }) => ({ yaw_deg: yaw, pitch_deg: pitch, roll_deg: roll });

const trackOf = (level) => level.keys?.map((key) => ({ at_s: key.at_s, value: read(key), ...(key.way && { way: key.way }) })) ?? read(level);

/** A level section whose angles go as a track does. */
function withTrack({ keys, ...level }, track) {
  return isKeyed(track)
    ? { ...level, keys: track.map(({ at_s, value, way }) => ({ at_s, ...written(rounded(value)), ...(way && { way }) })) }
    : { ...level, ...written(rounded(track)) };
}

/** The level as a rotation over time. */
const tracked = (store) => ({
  id: "level", label: "Heading", name: "the level", unit: "°", decimals: 1, times: 1, number: (angles) => angles.yaw,
  track: () => trackOf(store.kept.recipe.level),
  set: (track) => ({ level: withTrack(store.kept.recipe.level, track) }),
});

export const tracks = (store) => [tracked(store)].filter((of) => isKeyed(of.track()));

/** The angles as they show now, a draft's too. */
const now = (store) => valueAt(trackOf(store.section("level")), store.time);

/** The saved level with other angles: everywhere, or at a key of the moment. */
const withAngles = (store, angles) => tracked(store).set(changed(tracked(store).track(), store.time, 1 / store.kept.rate, angles));

/** Angles by number and over time, quarter turns, lines that say which way is up, and all back to 0. */
export function sheet(root, store) {
  const saved = () => valueAt(tracked(store).track(), store.time);
  const fields = ANGLES.map(({ key, label, most }) => {
    const field = numberField({
      label, unit: "°", value: now(store)[key], step: 0.1, decimals: 2, least: -most, most, reset: 0, test: `${key}_deg`,
      onInput: (value) => store.previewAll(withAngles(store, { ...saved(), [key]: value })),
      onDone: (value) => store.keep(`${label} ${value}°`, withAngles(store, { ...saved(), [key]: value })),
    });
    part(root, "angles").append(field);
    return { key, field };
  });
  const sign = keyButton(store, { ...tracked(store), label: "Level over time" });
  part(root, "key").append(sign.button);
  const quarters = [
    ["Left", turnAbout.up(-90)],
    ["Right", turnAbout.up(90)],
    ["Round", turnAbout.up(180)],
  ];
  const leans = [
    ["Lean left", turnAbout.forward(-90)],
    ["Lean right", turnAbout.forward(90)],
    ["Tip over", turnAbout.right(90)],
  ];
  const turn = (name, quaternion) => () => {
    const level = ofDegrees(saved());
    // Headings turn about the world's vertical, the others about the picture's own axes.
    const next = quarters.some(([label]) => label === name) ? times(quaternion, level) : times(level, quaternion);
    store.keep(`Quarter turn: ${name.toLowerCase()}`, withAngles(store, toDegrees(next)));
  };
  for (const [name, quaternion] of [...quarters, ...leans]) {
    const button = element("button", { type: "button", class: "btn small", "data-test": `quarter-${name.toLowerCase().replace(" ", "-")}` }, name);
    button.addEventListener("click", turn(name, quaternion));
    part(root, "quarters").append(button);
  }
  part(root, "upright").addEventListener("click", () => store.keep("Set level to 0", withAngles(store, NONE)));
  lineList(root, store);
  byLog(root, store);
  const show = () => {
    fields.forEach(({ key, field }) => field.set(now(store)[key]));
    sign.show();
  };
  const follow = () => (root.isConnected && sign.button.isConnected ? show() : store.removeEventListener("time", follow));
  store.addEventListener("time", follow);
  return show;
}

/** What the accelerometer of the motion log says, where Steady was measured with one. */
function byLog(root, store) {
  const log = store.kept.recipe.steady?.measure?.log;
  part(root, "by-log").hidden = !log?.up;
  if (!log?.up) {
    return;
  }
  part(root, "log-says").textContent = `The motion log’s accelerometer says which way is up to ${plain(log.up_sigma_deg, 2)}°, and to what its own sensor is off.`;
  part(root, "use-log").addEventListener("click", async () => {
    try {
      const level = await askJson(`${store.path}/level/accelerometer?base=${store.kept.revision}`, { method: "POST" });
      await store.keep("Level by the accelerometer", { level });
    } catch (failure) {
      toast(failure.message);
    }
  });
}

/** Dragging turns the sphere under the pointer, or draws a line; a double click makes a place what the viewer sees first. */
export const onSphere = {
  grab(pane, event) {
    if (drawing.kind) {
      drawing.begin(pane, event);
    } else {
      this.turn(pane, event);
    }
  },

  /** What was grabbed stays under the pointer: canvasFromWorld is followed by the turn from there to here. */
  turn({ store, host, surface, pane }, event) {
    const start = surface.at(event);
    const from = directionAt(start.x, start.y);
    const level = ofDegrees(now(store));
    host.setPointerCapture(event.pointerId);
    let angles = null;
    const move = (next) => {
      const here = surface.at(next);
      // Towards the poles a heading drag keeps the horizontal distance.
      const worldFromCanvas = next.shiftKey
        ? times(turnAbout.up((start.x - here.x) * 360), level)
        : times(level, between(directionAt(here.x, here.y), from));
      angles = rounded(toDegrees(worldFromCanvas));
      store.previewAll(withAngles(store, angles));
      pane.says(`yaw ${plain(angles.yaw, 1)}° pitch ${plain(angles.pitch, 1)}° roll ${plain(angles.roll, 1)}°`);
    };
    host.addEventListener("pointermove", move);
    host.addEventListener("pointerup", () => {
      host.removeEventListener("pointermove", move);
      if (angles) {
        store.keep("Turn the sphere", withAngles(store, angles));
      }
    }, { once: true });
  },

  doubleClick({ store, surface }, event) {
    if (!drawing.kind) {
      const place = surface.at(event);
      const turned = times(turnAbout.up((place.x - 0.5) * 360), ofDegrees(now(store)));
      store.keep("Face a place", withAngles(store, toDegrees(turned)));
    }
  },
};
