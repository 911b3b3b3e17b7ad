import { askJson } from "../../page/api.js";
import { askForTakes } from "../../page/giveDialog.js";
import { element, part } from "../../page/parts.js";
import { toast } from "../../page/toast.js";

const OPEN = ["check", "unsettled"];

/** What every stage has at the end of its sheet: leaving it as it is, and giving it to other takes. */
export function sheetFooter(sheet, store, row) {
  const foot = element("div", { class: "group sheet-foot" });
  const button = (text, test, press) => {
    const made = element("button", { type: "button", class: "btn", "data-test": test }, text);
    made.addEventListener("click", press);
    foot.append(made);
  };
  const left = store.kept.recipe.left ?? [];
  if (left.includes(row.stage)) {
    button("Take it up again", "stage-reopen", () => store.keep(`Take up ${row.name} again`, { left: left.filter((stage) => stage !== row.stage) }));
  } else if (OPEN.includes(row.verdict)) {
    button("Leave as it is", "stage-leave", () => store.keep(`Leave ${row.name} as it is`, { left: [...left, row.stage] }));
  }
  if (row.givable) {
    button("Give to takes…", "stage-give", () => give(store, row).catch((failure) => toast(failure.message)));
  }
  foot.hidden = foot.childElementCount === 0;
  sheet.append(foot);
}

async function give(store, row) {
  const dialog = document.getElementById("give-dialog");
  part(dialog, "title").textContent = `Give ${row.name} to other takes`;
  const takes = await askJson(`${store.path}/others`);
  askForTakes(dialog, {
    takes: takes.map(({ take, name, lenses }) => ({ take, name, note: lenses === 1 ? "one lens" : `${lenses} lenses` })),
    none: "The project has no other take.",
    path: `${store.path}/revisions/${store.kept.revision}/stages/${row.stage}/give`,
    done: (count) => `${count === 1 ? "One take has" : `${count} takes have`} ${row.name} of this one now.`,
  });
}
