import { element } from "../page/parts.js";
import { timeToX } from "./lane.js";

const GAP_PX = 110;
const HALVINGS = 3;

/**
 * Key frames of the first lens along the Gather lane: something to go by until the proxies are there.
 * @param {import("./store.js").Store} store
 */
export function showContactStrip(store) {
  const lane = document.querySelector('[data-stage="gather"] .lane');
  if (!lane || lane.querySelector(".strip")) {
    return;
  }
  const { clips, revision, from, to } = store.kept;
  const strip = element("div", { class: "strip", "data-test": "strip" });
  const count = Math.max(2, Math.floor(lane.clientWidth / GAP_PX));
  for (let i = 0; i < count; i++) {
    const time = from + ((to - from) * (i + 0.5)) / count;
    const query = `t=${time.toFixed(3)}&halvings=${HALVINGS}&near=true`;
    const picture = element("img", { src: `${store.path}/revisions/${revision}/lens/${clips[0].slot}?${query}`, alt: "", loading: "lazy" });
    picture.style.left = `${timeToX(time, { from, to }, lane.clientWidth)}px`;
    strip.append(picture);
  }
  lane.append(strip);
}

export function hideContactStrip() {
  document.querySelector(".lane .strip")?.remove();
}
