import { askJson } from "../../page/api.js";
import { element, part } from "../../page/parts.js";
import { CURVES } from "../curves.js";
import { chooseFile } from "./cubeFile.js";

const OTHER = "other";
const LINEAR = "linear-table";

/** What the clips' values mean; another curve makes what was measured with the old one worthless. */
export function chooseCurve(root, store) {
  const { balance } = store.kept.recipe;
  const curve = part(root, "curve");
  const stated = [...new Set(store.kept.clips.map((clip) => CURVES[clip.curve]))].join(", ");
  curve.append(element("option", { value: "" }, `${stated}, as the files say`), ...Object.entries(CURVES).map(([value, name]) => element("option", { value }, name)));
  if (balance.linear) {
    curve.append(element("option", { value: LINEAR }, `by ${balance.linear.name}`));
  }
  curve.append(element("option", { value: OTHER }, "by a .cube file to linear…"));
  const set = () => (curve.value = balance.linear ? LINEAR : balance.curve ?? "");
  set();
  const assumed = store.kept.clips.some((clip) => clip.assumed.some((note) => note.includes("its curve")));
  curve.title = assumed ? "The files do not say their curve" : "The files say their curve";
  const keep = (chosen, words) => {
    const { measure, curve: before, linear, ...others } = balance;
    store.keep(`Curve: ${words}`, { balance: { ...others, ...chosen } });
  };
  const file = chooseFile(part(root, "linear"), async (cube) => {
    keep({ linear: await askJson(`/api/cubes/linear?name=${encodeURIComponent(cube.name)}`, { body: cube }) }, `by ${cube.name}`);
  });
  curve.addEventListener("change", () => {
    if (curve.value === OTHER) {
      set();
      file.click();
    } else {
      keep(curve.value ? { curve: curve.value } : {}, curve.selectedOptions[0].textContent);
    }
  });
}
