import { element, part } from "../../page/parts.js";
import { toast } from "../../page/toast.js";
import { keyedField } from "../keyedField.js";

/**
 * Which of some named things is worked on, its name, and taking it away.
 * @param named of {@link namedList}
 * @param {{list: string, remove: string, name: string}} parts of the sheet
 */
export function namedPart(root, store, named, parts) {
  const one = named.saved(store);
  const list = part(root, parts.list);
  list.append(...named.all(store).map(({ name }) => element("option", { value: name }, name)));
  list.value = one.name;
  list.addEventListener("change", () => named.choose(store, list.value));
  part(root, parts.remove).addEventListener("click", () => named.remove(store));
  const name = part(root, parts.name);
  name.value = one.name;
  name.addEventListener("change", () => (name.value.trim() ? named.rename(store, name.value.trim()) : (name.value = one.name)));
  name.addEventListener("keydown", (event) => event.stopPropagation());
}

/**
 * The quantities of the thing that is worked on.
 * @param {import("../keyedField.js").Tracked[]} tracked each with the `key` that it has in the list
 * @returns {function(): void} shows those of a moment, and of a drag that is not saved yet
 */
export function quantityFields(into, store, named, tracked) {
  const fields = tracked.map((of) => keyedField(store, of));
  into.append(...fields.map(({ field }) => field));
  return () => fields.forEach((field, i) => {
    field.show();
    if (store.draft[named.section]) {
      field.field.set(tracked[i].times * named.at(named.current(store), store.time)[tracked[i].key]);
    }
  });
}

/** Goes to where a follower has lost what it followed, which has to be seen to; nowhere if no revision says so. */
export function goToLost(store, before, whatNext) {
  const lost = / (?:until|from) (\S+) s(?: on)?, where it was lost$/.exec(store.kept.label);
  if (lost && store.kept.revision !== before) {
    store.setTime(Number(lost[1]));
    toast(`${store.kept.label}. ${whatNext}`);
  }
}
