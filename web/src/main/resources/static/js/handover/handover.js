import { bitsIn, CODECS } from "../page/codecs.js";
import { ask } from "../page/api.js";
import { askDialog } from "../page/askDialog.js";
import { bytes } from "../page/bytes.js";
import { fromTemplate, part } from "../page/parts.js";
import { startTheme } from "../page/theme.js";
import { timeLeft } from "../page/timeLeft.js";
import { toast } from "../page/toast.js";
import { clock } from "../bench/format.js";
import { perSecond } from "../bench/frameRates.js";
import { openAgain } from "./again.js";
import { openViewer } from "./viewer.js";

const STATES = { waiting: "Waiting", working: "Working", paused: "Paused", done: "Done, checked", failed: "Failed", cancelled: "Cancelled" };
/** What is said as it is where there is more to say than the state. */
const SAID = {
  failed: (message) => `Failed: ${message}`,
  cancelled: (message) => `Cancelled: ${message}`,
  paused: (message) => message || STATES.paused,
  waiting: (message) => (message ? `Waiting: ${message}` : STATES.waiting),
  done: (message) => (message === "Checked." ? STATES.done : `Done. ${message}`),
};

function row(deliverable) {
  const root = fromTemplate("deliverable-row").querySelector("tr");
  const { spec, state } = deliverable;
  root.dataset.state = state;
  part(root, "name").textContent = deliverable.name;
  part(root, "take").textContent = deliverable.takeName;
  part(root, "take").href = `/takes/${deliverable.take}`;
  part(root, "origin").textContent = `revision ${deliverable.revision}, of ${deliverable.project}`;
  part(root, "what").textContent = [
    spec.framing && `framing ${spec.framing}`,
    `${spec.width} x ${spec.height}`,
    [CODECS[spec.codec].name, spec.preset].filter(Boolean).join(" "),
    CODECS[spec.codec].images && bitsIn(CODECS[spec.codec], spec.bits),
    spec.bit_rate_kbps && `${spec.bit_rate_kbps} kb/s`,
    spec.quality !== undefined && `quality ${spec.quality}`,
    spec.hdr && `HDR, ${spec.hdr.toUpperCase()}`,
    spec.rate && `${Number(perSecond(spec.rate).toFixed(3))} frames/s`,
    `${clock(deliverable.from)} to ${clock(deliverable.to)}`,
    deliverable.verified && bytes(deliverable.verified.bytes),
    spec.sound_place && spec.sound_place !== "inside" && "sound in a WAV file beside it",
  ].filter(Boolean).join(", ");
  part(root, "state").textContent = SAID[state]?.(deliverable.message) ?? STATES[state];
  const share = deliverable.framesTotal ? deliverable.framesDone / deliverable.framesTotal : 0;
  part(root, "meter").firstElementChild.style.width = `${100 * share}%`;
  part(root, "rate").textContent =
    state === "working"
      ? `${deliverable.framesDone} of ${deliverable.framesTotal}, ${deliverable.framesPerSecond.toFixed(1)} frames/s, ${deliverable.secondsLeft >= 0 ? timeLeft(deliverable.secondsLeft) : "measuring"}`
      : `${deliverable.framesDone} of ${deliverable.framesTotal} frames`;
  part(root, "look").hidden = state !== "done";
  part(root, "download").hidden = state !== "done";
  part(root, "download").href = `/api/deliverables/${deliverable.id}/${CODECS[spec.codec].images ? "images.zip" : "file"}`;
  part(root, "cancel").hidden = !["waiting", "working", "paused"].includes(state);
  part(root, "retry").hidden = !["failed", "cancelled", "paused"].includes(state);
  part(root, "retry").textContent = state === "paused" ? "Go on" : "Start again";
  part(root, "pause").hidden = state !== "waiting" && state !== "working";
  queued(root, deliverable);
  const press = (what) => async () => {
    try {
      await ask(`/api/deliverables/${deliverable.id}/${what}`, { method: "POST" });
    } catch (failure) {
      toast(failure.message);
    }
  };
  part(root, "cancel").addEventListener("click", press("cancel"));
  part(root, "pause").addEventListener("click", press("pause"));
  part(root, "retry").addEventListener("click", press("retry"));
  part(root, "look").addEventListener("click", () => openViewer(deliverable));
  part(root, "delete").hidden = !["done", "failed", "cancelled"].includes(state);
  part(root, "delete").addEventListener("click", () => askToDelete(deliverable));
  part(root, "again").hidden = state !== "done";
  part(root, "again").addEventListener("click", () => openAgain(deliverable).catch((failure) => toast(failure.message)));
  return root;
}

function askToDelete({ id, name, state, spec, verified }) {
  const dialog = askDialog("delete-dialog", () => ask(`/api/deliverables/${id}`, { method: "DELETE" }));
  part(dialog, "title").textContent = `Delete “${name}”`;
  const sound = ["beside", "both"].includes(spec.sound_place) ? " and the sound beside it" : "";
  part(dialog, "says").textContent = state === "done"
    ? `The ${CODECS[spec.codec].images ? "folder of images" : "file"}${sound}, ${bytes(verified.bytes)}, is deleted for good; it can be made again from the take.`
    : "Its entry and the finished parts of its work are deleted.";
}

const TYPE = "application/x-deliverable";

async function move(id, before) {
  try {
    await ask(`/api/deliverables/${id}/move`, { body: { before } });
  } catch (failure) {
    toast(failure.message);
  }
}

/** What waits is moved in the queue by dragging it before another, or by its buttons. */
function queued(root, { id, state }) {
  const waits = state === "waiting" || state === "paused";
  root.draggable = waits;
  root.dataset.id = id;
  const order = () => [...document.querySelectorAll("#queue tr[draggable=true]")].map((row) => row.dataset.id);
  const step = (by) => () => {
    const ids = order();
    const to = ids.indexOf(String(id)) + by;
    const before = by < 0 ? ids[to] : ids[to + 1];
    move(id, before ? Number(before) : null);
  };
  for (const [name, by] of [["sooner", -1], ["later", 1]]) {
    part(root, name).hidden = !waits;
    part(root, name).addEventListener("click", step(by));
  }
  if (!waits) {
    return;
  }
  root.addEventListener("dragstart", (event) => event.dataTransfer.setData(TYPE, String(id)));
  root.addEventListener("dragover", (event) => event.dataTransfer.types.includes(TYPE) && event.preventDefault());
  root.addEventListener("drop", (event) => {
    event.preventDefault();
    move(Number(event.dataTransfer.getData(TYPE)), id);
  });
}

function show(deliverables) {
  document.getElementById("none").hidden = deliverables.length > 0;
  document.getElementById("queue").hidden = deliverables.length === 0;
  document.querySelector("#queue tbody").replaceChildren(...deliverables.map(row));
}

startTheme();
const news = new EventSource("/api/deliverables/news");
news.addEventListener("deliverables", (event) => show(JSON.parse(event.data)));
news.addEventListener("workers", (event) => {
  document.getElementById("no-worker").hidden = Number(event.data) > 0;
});
