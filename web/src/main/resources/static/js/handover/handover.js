import { ask } from "../page/api.js";
import { fromTemplate, part } from "../page/parts.js";
import { startTheme } from "../page/theme.js";
import { toast } from "../page/toast.js";
import { openViewer } from "./viewer.js";

const STATES = { waiting: "Waiting", working: "Working", done: "Done, checked", failed: "Failed", cancelled: "Cancelled" };

function left(seconds) {
  const whole = Math.ceil(seconds);
  return whole >= 60 ? `${Math.floor(whole / 60)} min ${whole % 60} s left` : `${whole} s left`;
}

function row(deliverable) {
  const root = fromTemplate("deliverable-row").querySelector("tr");
  const { spec, state } = deliverable;
  root.dataset.state = state;
  part(root, "name").textContent = deliverable.name;
  const rate = spec.quality === undefined ? `${spec.bit_rate_kbps} kb/s` : `quality ${spec.quality}`;
  part(root, "what").textContent = `${spec.width} x ${spec.height}, H.264 ${spec.preset}, ${rate}, ${(deliverable.to - deliverable.from).toFixed(2)} s`;
  part(root, "state").textContent = STATES[state] + (state === "failed" || state === "cancelled" ? `: ${deliverable.message}` : "");
  const share = deliverable.framesTotal ? deliverable.framesDone / deliverable.framesTotal : 0;
  part(root, "meter").firstElementChild.style.width = `${100 * share}%`;
  part(root, "rate").textContent =
    state === "working"
      ? `${deliverable.framesDone} of ${deliverable.framesTotal}, ${deliverable.framesPerSecond.toFixed(1)} frames/s, ${deliverable.secondsLeft >= 0 ? left(deliverable.secondsLeft) : "measuring"}`
      : `${deliverable.framesDone} of ${deliverable.framesTotal} frames`;
  part(root, "look").hidden = state !== "done";
  part(root, "download").hidden = state !== "done";
  part(root, "download").href = `/api/deliverables/${deliverable.id}/file`;
  part(root, "cancel").hidden = state !== "waiting" && state !== "working";
  part(root, "retry").hidden = state !== "failed" && state !== "cancelled";
  const press = (what) => async () => {
    try {
      await ask(`/api/deliverables/${deliverable.id}/${what}`, { method: "POST" });
    } catch (failure) {
      toast(failure.message);
    }
  };
  part(root, "cancel").addEventListener("click", press("cancel"));
  part(root, "retry").addEventListener("click", press("retry"));
  part(root, "look").addEventListener("click", () => openViewer(deliverable));
  return root;
}

function show(deliverables) {
  document.getElementById("none").hidden = deliverables.length > 0;
  document.getElementById("queue").hidden = deliverables.length === 0;
  document.querySelector("#queue tbody").replaceChildren(...deliverables.map(row));
}

startTheme();
new EventSource("/api/deliverables/news").addEventListener("deliverables", (event) => show(JSON.parse(event.data)));
