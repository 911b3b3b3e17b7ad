import { askJson } from "../page/api.js";
import { element } from "../page/parts.js";
import { startTheme } from "../page/theme.js";
import { toast } from "../page/toast.js";
import { startFolders } from "./folders.js";
import { groupSection } from "./group.js";
import { restRow, takeRow } from "./rows.js";
import { startUploads } from "./uploads.js";

const project = document.body.dataset.project;
const base = `/api/projects/${project}`;
const byId = (id) => document.getElementById(id);
const AGAIN_AFTER = 800;
let shown = "";
let timer;

/** Sends a change and shows what the project is then; a refusal is said and nothing changes. */
async function change(path, options) {
  try {
    show(await askJson(base + path, options));
  } catch (failure) {
    toast(failure.message);
  }
}

function projectLine(view) {
  const canvas = view.canvasWidth ? `Canvas ${view.canvasWidth} x ${view.canvasWidth / 2}` : "Canvas: the first take decides";
  return `${canvas}, ${view.rate ? `${view.rate} frames/s` : "rate: the first take decides"}`;
}

function show(view) {
  clearTimeout(timer);
  const unchecked = view.groups.flatMap((group) => group.clips).some((clip) => !clip.checked);
  if (view.reading > 0 || unchecked) {
    timer = setTimeout(load, view.reading > 0 ? AGAIN_AFTER : 5 * AGAIN_AFTER);
  }
  // A page that shows the same is left alone, so that a name being typed stays.
  const now = JSON.stringify(view);
  if (now === shown) {
    return;
  }
  shown = now;
  byId("project-says").textContent = projectLine(view);
  byId("reading").textContent = view.reading > 0 ? `Looking into ${view.reading} ${view.reading === 1 ? "clip" : "clips"}` : "";
  byId("none").hidden = view.groups.length + view.rest.length + view.takes.length > 0;
  byId("groups").replaceChildren(...view.groups.map((group) => groupSection(view, group, change, make)));
  const [kept, rest] = [true, false].map((isKept) => view.rest.filter(({ state }) => (state === "kept") === isKept));
  section("rest", rest.map((row) => restRow(row, change)));
  section("kept", kept.map((row) => restRow(row, change)));
  section("takes", view.takes.map(takeRow));
  document.body.dataset.ready = view.reading;
}

function section(id, rows) {
  byId(id).hidden = rows.length === 0;
  byId(id).querySelector('[data-part="rows"]').replaceChildren(...rows);
}

async function make(group, name, card) {
  const made = await askJson(`${base}/takes`, { body: { clips: group.clips.map(({ id }) => id), name, card } });
  location.assign(`/takes/${made.take}`);
}

async function load() {
  try {
    show(await askJson(`${base}/gather`));
  } catch (failure) {
    toast(failure.message);
    timer = setTimeout(load, 5 * AGAIN_AFTER);
  }
}

startTheme();
startFolders(byId("folders"), (paths) => change("/clips", { body: { paths } }));
startUploads({ drop: byId("drop"), input: byId("files"), pick: byId("pick"), list: byId("uploads"), endpoint: `${base}/uploads`, onDone: load });
await load();
document.body.append(element("span", { hidden: "", "data-test": "gather-ready" }));
