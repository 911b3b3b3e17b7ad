import { element, part } from "../../page/parts.js";
import { numberField } from "../numberField.js";
import { plain } from "../format.js";

const TRIMS = [
  { key: "exposure_stops", label: "Exposure" },
  { key: "red_stops", label: "Red" },
  { key: "green_stops", label: "Green" },
  { key: "blue_stops", label: "Blue" },
];
const ZERO = { exposure_stops: 0, red_stops: 0, green_stops: 0, blue_stops: 0 };
const NONE = (slot) => ({ slot, measured: ZERO, trim: ZERO });

/** Evens exposure and colour in one action; trims by number. */
export function balanceSheet(root, store) {
  const even = part(root, "even");
  even.addEventListener("click", async () => {
    even.disabled = true;
    even.textContent = "Measuring the overlaps…";
    await store.even();
  });
  const slots = store.kept.recipe.rig.lenses.map((lens) => lens.slot);
  const entry = (balance, slot) => balance.lenses.find((lens) => lens.slot === slot) ?? NONE(slot);
  const changed = (slot, key, value) => {
    const balance = store.section("balance");
    return {
      ...balance,
      lenses: slots.map((each) => {
        const lens = entry(balance, each);
        return each === slot ? { ...lens, trim: { ...lens.trim, [key]: value } } : lens;
      }),
    };
  };
  for (const slot of slots) {
    const lens = entry(store.section("balance"), slot);
    const group = element("div", { class: "group" });
    const measured = lens.measured.exposure_stops;
    const head = element("div", { class: "flex justify-between" });
    head.append(element("strong", {}, `Lens ${slot}`), element("span", { class: "soft" }, `measured ${measured > 0 ? "+" : ""}${plain(measured, 2)} stops`));
    group.append(head);
    for (const { key, label } of TRIMS) {
      group.append(
        numberField({
          label: `${label} trim`, unit: "stops", value: lens.trim[key], step: 0.05, decimals: 2, least: -6, most: 6, reset: 0,
          test: `trim-${slot}-${key}`,
          onInput: (value) => store.preview("balance", changed(slot, key, value)),
          onDone: (value) => store.keep(`Trim ${label.toLowerCase()} of lens ${slot} to ${plain(value, 2)} stops`, { balance: changed(slot, key, value) }),
        }),
      );
    }
    part(root, "lenses").append(group);
  }
}
