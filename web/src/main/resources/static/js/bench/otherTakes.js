import { askJson } from "../page/api.js";
import { element } from "../page/parts.js";

/**
 * Other takes of the project that are handed over in the same go, each whole and as its newest revision has it.
 * @param {HTMLElement} into where they are listed
 * @returns {{open: function(): Promise<number>, chosen: function(): {take: number, name: string, kept: object}[]}} `open` says how many there are
 */
export function otherTakes(into, store, onChange) {
  let known = [];

  async function choose(one, box) {
    one.chosen = box.checked;
    if (box.checked && !one.kept) {
      one.kept = await askJson(`/api/takes/${one.take}`);
    }
    onChange();
  }

  return {
    async open() {
      known = (await askJson(`${store.path}/others`)).map(({ take, name }) => ({ take, name, chosen: false, kept: null }));
      into.replaceChildren(...known.map((one) => {
        const box = element("input", { type: "checkbox", value: String(one.take), "data-test": "ho-take" });
        box.addEventListener("change", () => choose(one, box).catch(onChange));
        const label = element("label", { class: "flex gap-2 items-center" });
        label.append(box, `${one.name}, whole`);
        return label;
      }));
      return known.length;
    },
    chosen: () => known.filter(({ chosen, kept }) => chosen && kept),
  };
}
