import { part } from "../page/parts.js";

/** Shows both sides when this take was changed elsewhere; the user chooses, nothing is merged. */
export function startConflict(store) {
  const dialog = document.getElementById("conflict");
  let change = null;
  store.onConflict = (body, mine) => {
    change = mine;
    part(dialog, "head").textContent = body.head;
    part(dialog, "theirs").textContent = body.theirs;
    part(dialog, "base").textContent = `made on ${body.base}`;
    part(dialog, "mine").textContent = body.mine;
    part(dialog, "again").hidden = !change;
    dialog.showModal();
  };
  part(dialog, "take").addEventListener("click", async () => {
    dialog.close();
    await store.load();
  });
  part(dialog, "again").addEventListener("click", async () => {
    dialog.close();
    const wanted = change;
    await store.load();
    store.keep(wanted.label, wanted.set);
  });
  dialog.addEventListener("cancel", () => store.load());
}
