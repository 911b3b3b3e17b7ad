import { askJson } from "./api.js";
import { element, part } from "./parts.js";
import { toast } from "./toast.js";

/**
 * Asks which takes are given something, gives it, and says which of them could not have it.
 * @param {HTMLDialogElement} dialog
 * @param {object} of
 * @param {{take: number, name: string, note: string}[]} of.takes
 * @param {string} of.none what is said where there is no take
 * @param {string} of.path where the numbers of the chosen takes are sent
 * @param {function(number): string} of.done what is said once so many takes have it
 * @param {function(): Promise=} of.after what is shown again then
 */
export function askForTakes(dialog, { takes, none, path, done, after = async () => {} }) {
  const list = part(dialog, "takes");
  part(dialog, "problems").replaceChildren();
  list.replaceChildren(
    ...takes.map(({ take, name, note }) => {
      const label = element("label", { class: "flex gap-2 items-baseline" });
      label.append(element("input", { type: "checkbox", value: take, "data-test": "give-take" }), element("span", {}, name), element("span", { class: "soft" }, note));
      const item = element("li");
      item.append(label);
      return item;
    }),
  );
  if (takes.length === 0) {
    list.append(element("li", { class: "soft" }, none));
  }
  part(dialog, "close").onclick = () => dialog.close();
  part(dialog, "go").onclick = async () => {
    const chosen = [...list.querySelectorAll("input:checked")].map((box) => Number(box.value));
    try {
      const given = await askJson(path, { body: { takes: chosen } });
      const problems = given.filter((each) => each.problem);
      part(dialog, "problems").replaceChildren(...problems.map((each) => element("li", {}, `${each.name}: ${each.problem}`)));
      await after();
      if (problems.length === 0) {
        dialog.close();
        toast(done(given.length));
      }
    } catch (failure) {
      toast(failure.message);
    }
  };
  dialog.showModal();
}
