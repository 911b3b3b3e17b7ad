import { element, part } from "../../page/parts.js";
import { numberField } from "../numberField.js";
import { plain } from "../format.js";
import { between, directionAt, ofDegrees, times, toDegrees, turnAbout } from "../rotation.js";

const ANGLES = [
  { key: "yaw_deg", label: "Heading (yaw)", most: 180 },
  { key: "pitch_deg", label: "Tilt (pitch)", most: 90 },
  { key: "roll_deg", label: "Lean (roll)", most: 180 },
];

const anglesOf = (level) => ({ yaw: level.yaw_deg, pitch: level.pitch_deg, roll: level.roll_deg });

const round = (value) => Math.round(value * 1e4) / 1e4 + 0;

/** A level section from angles in degrees. */
const levelOf = ({ yaw, pitch, roll }) => ({ yaw_deg: round(yaw), pitch_deg: round(pitch), roll_deg: round(roll) });

/** Angles by number, quarter turns, and all back to 0. */
export function sheet(root, store) {
  const fields = ANGLES.map(({ key, label, most }) => {
    const field = numberField({
      label, unit: "°", value: store.section("level")[key], step: 0.1, decimals: 2, least: -most, most, reset: 0, test: key,
      onInput: (value) => store.preview("level", { ...store.section("level"), [key]: value }),
      onDone: (value) => store.keep(`${label} ${value}°`, { level: { ...store.section("level"), [key]: value } }),
    });
    part(root, "angles").append(field);
    return { key, field };
  });
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
    const level = store.section("level");
    const now = ofDegrees(anglesOf(level));
    // Headings turn about the world's vertical, the others about the picture's own axes.
    const next = quarters.some(([label]) => label === name) ? times(quaternion, now) : times(now, quaternion);
    store.keep(`Quarter turn: ${name.toLowerCase()}`, { level: levelOf(toDegrees(next)) });
  };
  for (const [name, quaternion] of [...quarters, ...leans]) {
    const button = element("button", { type: "button", class: "btn small", "data-test": `quarter-${name.toLowerCase().replace(" ", "-")}` }, name);
    button.addEventListener("click", turn(name, quaternion));
    part(root, "quarters").append(button);
  }
  part(root, "upright").addEventListener("click", () =>
    store.keep("Set level to 0", { level: { yaw_deg: 0, pitch_deg: 0, roll_deg: 0 } }),
  );
  return () => fields.forEach(({ key, field }) => field.set(store.section("level")[key]));
}

/** Dragging turns the sphere under the pointer; a double click makes a place what the viewer sees first. */
export const onSphere = {
  /** What was grabbed stays under the pointer: canvasFromWorld is followed by the turn from there to here. */
  grab({ store, host, surface, pane }, event) {
    const start = surface.at(event);
    const from = directionAt(start.x, start.y);
    const level = ofDegrees(anglesOf(store.section("level")));
    host.setPointerCapture(event.pointerId);
    let turned = null;
    const move = (next) => {
      const here = surface.at(next);
      // Towards the poles a heading drag keeps the horizontal distance.
      const worldFromCanvas = next.shiftKey
        ? times(turnAbout.up((start.x - here.x) * 360), level)
        : times(level, between(directionAt(here.x, here.y), from));
      turned = levelOf(toDegrees(worldFromCanvas));
      store.preview("level", turned);
      pane.says(`yaw ${plain(turned.yaw_deg, 1)}° pitch ${plain(turned.pitch_deg, 1)}° roll ${plain(turned.roll_deg, 1)}°`);
    };
    host.addEventListener("pointermove", move);
    host.addEventListener("pointerup", () => {
      host.removeEventListener("pointermove", move);
      if (turned) {
        store.keep("Turn the sphere", { level: turned });
      }
    }, { once: true });
  },

  doubleClick({ store, surface }, event) {
    const place = surface.at(event);
    const level = ofDegrees(anglesOf(store.section("level")));
    const turned = times(turnAbout.up((place.x - 0.5) * 360), level);
    store.keep("Face a place", { level: levelOf(toDegrees(turned)) });
  },
};
