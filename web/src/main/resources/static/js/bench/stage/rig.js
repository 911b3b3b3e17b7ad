import { askJson } from "../../page/api.js";
import { element, part } from "../../page/parts.js";
import { toast } from "../../page/toast.js";
import { numberField } from "../numberField.js";
import { fieldOf, withField } from "../lensModel.js";
import { lensKind } from "../sheet/lensKind.js";
import { rigSolve } from "../sheet/rigSolve.js";

export { onLens } from "./disc.js";

/** The sphere beside two lenses and their tie points. */
export const views = ["sphere", "pair"];

const TURNS = [
  { key: "yaw_deg", label: "Yaw", unit: "°", step: 0.05, decimals: 3, most: 360 },
  { key: "pitch_deg", label: "Pitch", unit: "°", step: 0.05, decimals: 3, most: 180 },
  { key: "roll_deg", label: "Roll", unit: "°", step: 0.05, decimals: 3, most: 360 },
];
const MODEL = [
  { key: "centre_x_px", label: "Centre across", unit: "px", step: 0.5, decimals: 2 },
  { key: "centre_y_px", label: "Centre down", unit: "px", step: 0.5, decimals: 2 },
  { key: "k1", label: "Distortion k1", unit: "", step: 0.001, decimals: 5 },
  { key: "k2", label: "Distortion k2", unit: "", step: 0.001, decimals: 5 },
  { key: "k3", label: "Distortion k3", unit: "", step: 0.001, decimals: 5 },
  { key: "k4", label: "Distortion k4", unit: "", step: 0.001, decimals: 5 },
  { key: "p1", label: "Distortion p1", unit: "", step: 0.0005, decimals: 5 },
  { key: "p2", label: "Distortion p2", unit: "", step: 0.0005, decimals: 5 },
];
const CIRCLE = [
  { key: "centre_x_px", label: "Circle across", unit: "px", step: 0.5, decimals: 2 },
  { key: "centre_y_px", label: "Circle down", unit: "px", step: 0.5, decimals: 2 },
  { key: "radius_px", label: "Circle radius", unit: "px", step: 1, decimals: 2 },
];
let chosen = null;

/** Choose a card; each lens by number, seen at once. */
export function sheet(root, store) {
  const rig = () => store.section("rig");
  chosen = rig().lenses.some((lens) => lens.slot === chosen) ? chosen : rig().lenses[0].slot;
  rigSolve(root, store);
  cards(root, store);
  for (const lens of rig().lenses) {
    const off = offOf(rig()).includes(lens.slot);
    const button = element("button", { type: "button", class: "btn", "aria-pressed": String(lens.slot === chosen) }, `Lens ${lens.slot}${off ? ", off" : ""}`);
    button.addEventListener("click", () => {
      chosen = lens.slot;
      store.setStage("rig");
    });
    part(root, "lenses").append(button);
  }
  onAndOff(root, store);
  const lens = rig().lenses.find((entry) => entry.slot === chosen);
  const changed = (change, all = false) => ({
    ...rig(),
    source: "set by hand",
    lenses: rig().lenses.map((entry) => (all || entry.slot === chosen ? change(entry) : entry)),
  });
  const add = (group, spec, value, write) =>
    part(root, group).append(
      numberField({
        ...spec, least: spec.least ?? -(spec.most ?? Infinity), value, reset: value, test: `${group}-${spec.key}`,
        onInput: (next) => store.preview("rig", changed((entry) => write(entry, next))),
        onDone: (next) => store.keep(`Lens ${chosen}: ${spec.label.toLowerCase()}`, { rig: changed((entry) => write(entry, next)) }),
      }),
    );
  for (const spec of TURNS) {
    add("turn", spec, lens[spec.key], (entry, value) => ({ ...entry, [spec.key]: value }));
  }
  add("model", { key: "field", label: "Field of view", unit: "°", step: 0.1, decimals: 2, least: 5, most: 340 }, fieldOf(lens), withField);
  add("model", { key: "focal_px", label: "Focal length", unit: "px", step: 0.5, decimals: 2, least: 1, most: 1e6 }, lens.focal_px, (entry, value) => ({ ...entry, focal_px: value }));
  for (const spec of MODEL.filter(({ key }) => key in lens)) {
    add("model", spec, lens[spec.key], (entry, value) => ({ ...entry, [spec.key]: value }));
  }
  if (lens.circle) {
    for (const spec of CIRCLE) {
      add("circle", spec, lens.circle[spec.key], (entry, value) => ({ ...entry, circle: { ...entry.circle, [spec.key]: value } }));
    }
  } else {
    part(root, "circle").append(element("span", { class: "soft" }, "No image circle: the picture's edges bound the lens."));
  }
  lensKind(root, store, { slot: chosen, changed });
}

const offOf = (rig) => rig.off ?? [];

/** A lens that is blurred, dead or blocked is switched off: the others take its place as far as they see. */
function onAndOff(root, store) {
  const rig = store.section("rig");
  const off = offOf(rig);
  const box = part(root, "on");
  box.checked = !off.includes(chosen);
  box.disabled = box.checked && off.length === rig.lenses.length - 1;
  part(root, "on-label").textContent = `Use lens ${chosen}’s picture`;
  box.addEventListener("change", () => {
    const next = box.checked ? off.filter((slot) => slot !== chosen) : [...off, chosen].sort();
    const section = { ...rig, off: next };
    if (next.length === 0) {
      delete section.off;
    }
    store.keep(`Lens ${chosen} ${box.checked ? "on" : "off"}`, { rig: section });
  });
}

async function cards(root, store) {
  const select = part(root, "cards");
  part(root, "save").addEventListener("submit", async (event) => {
    event.preventDefault();
    const name = part(root, "card-name").value.trim();
    try {
      await askJson(`${store.path}/rig-card?revision=${store.kept.revision}`, { body: { name } });
      toast(`The rig is saved as card ${name}.`);
      store.setStage("rig");
    } catch (failure) {
      toast(failure.message);
    }
  });
  try {
    const all = await askJson("/api/rig-cards");
    select.append(...all.map((card, i) => element("option", { value: i }, card.name)));
    const now = all.findIndex((card) => card.name === store.section("rig").name);
    select.value = String(Math.max(0, now));
    part(root, "use").addEventListener("click", () => {
      const card = all[Number(select.value)];
      const { points, off } = store.kept.recipe.rig;
      const offHere = off?.filter((slot) => card.lenses.some((lens) => lens.slot === slot));
      store.keep(`Use rig card ${card.name}`, { rig: { name: card.name, source: `rig card ${card.name}`, lenses: card.lenses, ...(points && { points }), ...(offHere && { off: offHere }) } });
    });
  } catch (failure) {
    toast(failure.message);
  }
}
