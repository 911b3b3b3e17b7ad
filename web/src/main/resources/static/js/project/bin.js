import { ask, askJson } from "../page/api.js";
import { askDialog } from "../page/askDialog.js";
import { dayOf } from "../page/days.js";
import { element, part } from "../page/parts.js";
import { toast } from "../page/toast.js";

/** What goes with a take or a project, in words. */
export function goes(kind, { takes, revisions, deliverables }) {
  const changes = revisions === 1 ? "Its only revision goes" : `Its ${revisions} revisions go`;
  const all = takes === 1 ? "Its take goes" : `Its ${takes} takes go`;
  const own = kind === "take" ? `${changes} with it; its clips can be used in other takes.` : takes === 0 ? "It has no takes." : `${all} with it.`;
  const films = deliverables === 0 ? "" : deliverables === 1 ? " The file that was made of it stays." : ` The ${deliverables} files that were made of it stay.`;
  return `${own}${films} No footage is deleted. It can be brought back for 30 days.`;
}

/** Asks for another name of a take or a project. */
export function rename(kind, id, name, onNamed) {
  const field = document.getElementById("new-name");
  askDialog("rename-dialog", async () => {
    const wanted = field.value.trim();
    await ask(`/api/${kind}s/${id}/name`, { body: { name: wanted } });
    onNamed(wanted);
  });
  field.value = name;
  field.select();
}

/** Says what goes with a take or a project, and deletes it where that is wanted. */
export async function remove(kind, id, name, onRemoved) {
  const belongings = await askJson(`/api/${kind}s/${id}/belongings`);
  const dialog = askDialog("delete-dialog", async () => {
    await ask(`/api/${kind}s/${id}`, { method: "DELETE" });
    onRemoved();
  });
  part(dialog, "title").textContent = `Delete “${name}”`;
  part(dialog, "says").textContent = goes(kind, belongings);
}

/** Lists what was deleted and can be brought back. */
export async function showBin(section) {
  const gone = await askJson("/api/bin");
  section.hidden = gone.length === 0;
  section.querySelector("tbody").replaceChildren(...gone.map(({ kind, id, name, project, until }) => {
    const row = element("tr", { "data-test": "deleted" });
    const back = element("button", { type: "button", class: "btn", "data-test": "bring-back" }, "Bring back");
    back.addEventListener("click", () => ask(`/api/${kind}s/${id}/restore`, { method: "POST" }).then(() => location.reload(), (failure) => toast(failure.message)));
    const last = element("td", { class: "text-right" });
    last.append(back);
    row.append(element("td", {}, name), element("td", { class: "soft" }, kind === "take" ? `take of ${project}` : "project"), element("td", { class: "soft" }, `until ${dayOf(until)}`), last);
    return row;
  }));
}
