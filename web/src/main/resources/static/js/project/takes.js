import { askJson } from "../page/api.js";
import { dayOf } from "../page/days.js";
import { part } from "../page/parts.js";
import { lengthOf, stateOf } from "./takeWords.js";

/** Shows what is known of a take in its row: one after another, since each may have to be opened first. */
export async function showTakes(rows, onShown) {
  for (const row of rows) {
    try {
      show(row, await askJson(`/api/takes/${row.dataset.take}`));
    } catch (failure) {
      part(row, "state").textContent = failure.message;
    }
    onShown();
  }
}

function show(row, state) {
  const { recipe, revision, label, touched, clips } = state;
  row.dataset.touched = touched;
  row.dataset.words = [recipe.rig.name, ...clips.map(({ file }) => file)].join(" ");
  part(row, "rig").textContent = `${clips.length} ${clips.length === 1 ? "lens" : "lenses"}, ${recipe.rig.name}`;
  part(row, "length").textContent = lengthOf(state);
  part(row, "state").textContent = stateOf(state);
  part(row, "touched").textContent = `${label}, ${dayOf(touched)}`;
  part(row, "touched").title = `Revision ${revision}`;
}
