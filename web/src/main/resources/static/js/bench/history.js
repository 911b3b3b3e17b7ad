import { ask, askJson } from "../page/api.js";
import { dayOf } from "../page/days.js";
import { element, part } from "../page/parts.js";
import { toast } from "../page/toast.js";

/** Where a revision comes from, where that is not the one before it; nothing else needs to be said. */
export function comesFrom({ number, parent, aside }) {
  if (aside) {
    return `beside revision ${parent}: a file was made of it`;
  }
  return parent === null || parent === number - 1 ? "" : `from revision ${parent}`;
}

/** Lists a take's revisions, and brings any of them back. */
export function startHistory(store, opener) {
  const dialog = document.getElementById("history-dialog");

  function row(revision) {
    const { number, label, name, createdAt, head } = revision;
    const root = element("tr", { "data-test": "revision" });
    const words = element("td");
    words.append(element("div", {}, label), element("div", { class: "soft" }, [comesFrom(revision), dayOf(createdAt)].filter(Boolean).join(", ")));
    const named = element("input", { class: "text w-40", maxlength: "120", placeholder: "no name", "aria-label": `Name of revision ${number}`, "data-test": "revision-name" });
    named.value = name ?? "";
    named.addEventListener("change", () => ask(`${store.path}/revisions/${number}/name`, { body: { name: named.value } }).catch((failure) => toast(failure.message)));
    const names = element("td");
    names.append(named);
    const last = element("td", { class: "text-right" });
    if (head) {
      last.append(element("span", { class: "soft" }, "the take now"));
    } else {
      const back = element("button", { type: "button", class: "btn", "data-test": "revision-back" }, "Bring back");
      back.addEventListener("click", async () => {
        dialog.close();
        await store.bringBack(number);
      });
      last.append(back);
    }
    root.append(element("td", { class: "soft" }, String(number)), words, names, last);
    return root;
  }

  opener.addEventListener("click", async () => {
    try {
      const all = await askJson(`${store.path}/revisions`);
      part(dialog, "rows").replaceChildren(...all.map(row));
      dialog.showModal();
    } catch (failure) {
      toast(failure.message);
    }
  });
}
