import { askJson } from "../../page/api.js";
import { element, part } from "../../page/parts.js";
import { transformName } from "../curves.js";
import { chooseFile } from "./cubeFile.js";

const OTHER = "other";

/** From the footage's colours to those that are shown: none, to Rec.709, or by a .cube file. */
export function chooseTransform(root, store) {
  const { balance } = store.kept.recipe;
  const choice = part(root, "transform");
  choice.title = "How the footage is looked at; a deliverable goes through it only where Hand over says so";
  choice.append(element("option", { value: "" }, "as its curve is"), element("option", { value: "rec709" }, "to Rec.709"));
  if (balance.transform?.cube) {
    choice.append(element("option", { value: "cube" }, `by ${transformName(balance.transform)}`));
  }
  choice.append(element("option", { value: OTHER }, "by a .cube file…"));
  const set = () => (choice.value = balance.transform ? (balance.transform.cube ? "cube" : "rec709") : "");
  set();
  const keep = (transform, words) => {
    const { transform: before, ...others } = store.kept.recipe.balance;
    store.keep(`Shown ${words}`, { balance: transform ? { ...others, transform } : others });
  };
  const file = chooseFile(part(root, "cube"), async (cube) => {
    keep({ cube: await askJson(`/api/cubes?name=${encodeURIComponent(cube.name)}`, { body: cube }) }, `by ${cube.name}`);
  });
  choice.addEventListener("change", () => {
    if (choice.value === OTHER) {
      set();
      file.click();
    } else {
      keep(choice.value === "rec709" ? { to: "rec709" } : null, choice.selectedOptions[0].textContent);
    }
  });
}
