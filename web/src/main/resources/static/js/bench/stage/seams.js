import { part } from "../../page/parts.js";
import { askJson } from "../../page/api.js";
import { toast } from "../../page/toast.js";
import { numberField } from "../numberField.js";
import { perRevision } from "../perRevision.js";
import { worstMoments } from "../worstMoments.js";
import { plain } from "../format.js";
import { backgroundJob } from "../sheet/job.js";
import { stroke } from "../overPicture.js";
import { drawn as guards, guardPart, isDrawing, pointer as guarding } from "./guards.js";
import { isPainting, onPicture, paintPart } from "./paint.js";

export { tracks } from "./guards.js";
export { onLens } from "./paint.js";

/** Paint and guards over the sphere and the look-around. */
export const drawn = {
  paint(g, pane, onScreen) {
    guards.paint(g, pane, onScreen);
    onPicture.paint(pane, onScreen, (points) => stroke(g, points, "#fff"));
  },
  refresh: guards.refresh,
};

const paints = (event) => onPicture.grabs(event) && !isDrawing();

const pointer = {
  grabs: (pane, event) => paints(event) || guarding.grabs(pane, event),
  grab: (pane, event) => (paints(event) ? onPicture : guarding).grab(pane, event),
  doubleClick() {},
};

export const onSphere = pointer;
export const onLook = pointer;

const USUAL_MEMORY = 0.25;
/** Ways that need to know how far apart lenses show the same. */
const MEASURED = ["path", "flow"];
/** Worst moments that lie nearer to each other are one, seconds. */
const ONE_MOMENT = 1;
const laneOf = perRevision((store, revision) => askJson(`${store.path}/revisions/${revision}/stages/seams/lane`));
const SAID = {
  feather: "One lens fades into the other; what is near a seam is seen twice.",
  bands: "Fine detail is cut over the feather, which may be narrow; differences of light are spread over the whole overlap.",
  path: "The cut finds a way of its own through each overlap, where both lenses show the same, and follows what moves. A narrow feather suits it.",
  flow: "Both lenses are warped onto each other where they overlap, then fade: what is near becomes one.",
};

/** The sphere beside a seam, or beside a lens to paint in. */
export const views = () => ["sphere", isPainting() ? "lens" : "seam"];

/** How lenses meet: feather width, meeting distance, flow and its memory, guards, paint. */
export function sheet(root, store) {
  const seams = () => store.section("seams");
  const way = part(root, "way");
  way.value = seams().way;
  part(root, "way-said").textContent = SAID[way.value];
  way.addEventListener("change", () => store.keep(`Lenses meet by ${way.value}`, { seams: { ...seams(), way: way.value } }));
  flow(root, store, seams);
  const worst = part(root, "worst");
  worst.hidden = !seams().measure;
  worst.addEventListener("click", () => goToNextWorst(store).catch((failure) => toast(failure.message)));
  const feather = numberField({
    label: "Feather", unit: "°", value: store.section("seams").feather_deg, step: 0.1, decimals: 1, least: 0, most: 90,
    sliderMost: 15, slider: true, reset: 4, test: "feather",
    onInput: (value) => store.preview("seams", { ...store.section("seams"), feather_deg: value }),
    onDone: (value) => store.keep(`Feather ${value}°`, { seams: { ...store.section("seams"), feather_deg: value } }),
  });
  part(root, "feather").append(feather);
  const meeting = (value) => {
    // How far apart lenses show things follows from where they meet.
    const { meeting_m, measure, ...seams } = store.section("seams");
    return Number.isFinite(value) ? { ...seams, meeting_m: value } : seams;
  };
  const field = numberField({
    label: "Meeting at", unit: "m", value: store.section("seams").meeting_m ?? Infinity, step: 0.1, decimals: 2, least: 0.2,
    sliderMost: 20, slider: true, reset: Infinity, test: "meeting",
    onInput: (value) => store.preview("seams", meeting(value)),
    onDone: (value) => store.keep(Number.isFinite(value) ? `Meeting at ${value} m` : "Meeting far away", { seams: meeting(value) }),
  });
  part(root, "meeting").append(field);
  paintPart(root, store);
  const show = guardPart(root, store);
  const follow = () => (root.isConnected ? show() : store.removeEventListener("time", follow));
  store.addEventListener("time", follow);
  return show;
}

/** From the worst moment on to the ones that are less and less so, then from the start. */
async function goToNextWorst(store) {
  const moments = worstMoments((await laneOf(store)).whole?.points ?? [], ONE_MOMENT);
  const frame = 1 / store.kept.rate;
  const now = moments.findIndex((time) => Math.abs(time - store.time) < frame);
  if (moments.length) {
    store.setTime(moments[(now + 1) % moments.length]);
  }
}

/** What is near is brought onto itself: over what time that is taken together, and measuring it ahead. */
function flow(root, store, seams) {
  part(root, "flow").hidden = !MEASURED.includes(seams().way);
  const memory = (value) => ({ ...seams(), flow_memory_s: value });
  part(root, "memory").append(numberField({
    label: "Memory", unit: "s", value: seams().flow_memory_s ?? USUAL_MEMORY, step: 0.05, decimals: 2, least: 0, most: 4, slider: true,
    reset: USUAL_MEMORY, test: "flow-memory",
    onInput: (value) => store.preview("seams", memory(value)),
    onDone: (value) => store.keep(`Memory of the seams ${plain(value, 2)} s`, { seams: memory(value) }),
  }));
  const button = part(root, "measure");
  const start = backgroundJob(root, store, { stage: "seams", job: "measure" }, { button, idle: "Measure the marked range", busy: "Measuring" });
  button.addEventListener("click", () => start({ from: store.range.from, to: store.range.to }));
}
