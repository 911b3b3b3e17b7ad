import { toast } from "../page/toast.js";
import { startTheme } from "../page/theme.js";
import { startConflict } from "./conflict.js";
import { startHandover } from "./handoverDialog.js";
import { startHistory } from "./history.js";
import { startKeys } from "./keys.js";
import { startLedger } from "./ledger.js";
import { startPlaying } from "./play.js";
import { startPanes } from "./pane/panes.js";
import { startProxies } from "./proxies.js";
import { loadStages, stageOf } from "./stage/stages.js";
import { startSheets } from "./sheet/sheets.js";
import { Store } from "./store.js";
import { startWorkThrough } from "./workThrough.js";

const store = new Store(document.body.dataset.take);
const kept = document.getElementById("kept");
const undo = document.getElementById("undo");
const redo = document.getElementById("redo");

store.addEventListener("kept", () => {
  kept.textContent = `Saved, revision ${store.kept.revision}`;
  kept.title = `${store.kept.label}. Shows all revisions.`;
  undo.disabled = !store.kept.undo;
  undo.title = store.kept.undo ? `Undo: ${store.kept.undo}` : "";
  redo.disabled = !store.kept.redo;
  redo.title = store.kept.redo ? `Redo: ${store.kept.redo}` : "";
});
store.addEventListener("draft", () => {
  if (Object.keys(store.draft).length > 0) {
    kept.textContent = "Changing…";
  }
});
undo.addEventListener("click", () => store.undo());
redo.addEventListener("click", () => store.redo());

const toggleTheme = startTheme();
const panes = startPanes(store);
startLedger(store);
startSheets(store);
startConflict(store);
startHistory(store, kept);
const play = startPlaying(store);
const openHandover = startHandover(store);
try {
  const stages = document.body.dataset.stages.split(" ");
  await loadStages(stages);
  // At first the sphere can be turned; then the bench opens where it was left.
  store.stage = stages.includes(store.stage) ? store.stage : stages.find((name) => stageOf(name).onSphere);
  await store.load();
  panes.open();
  startKeys(store, panes, toggleTheme, openHandover, play);
  document.body.dataset.ready = "yes";
  startProxies(store);
  startWorkThrough(store);
} catch (failure) {
  toast(failure.message);
}
