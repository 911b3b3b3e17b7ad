import { element, part } from "../../page/parts.js";
import { numberField } from "../numberField.js";
import { levelOf } from "../pane/spherePane.js";
import { ofDegrees, times, toDegrees, turnAbout } from "../rotation.js";

const ANGLES = [
  { key: "yaw_deg", label: "Heading (yaw)", most: 180 },
  { key: "pitch_deg", label: "Tilt (pitch)", most: 90 },
  { key: "roll_deg", label: "Lean (roll)", most: 180 },
];

/** Angles by number, quarter turns, and all back to 0. */
export function levelSheet(root, store) {
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
    const now = ofDegrees({ yaw: level.yaw_deg, pitch: level.pitch_deg, roll: level.roll_deg });
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
