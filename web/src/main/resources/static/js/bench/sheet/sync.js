import { ask, askJson } from "../../page/api.js";
import { element, part } from "../../page/parts.js";
import { toast } from "../../page/toast.js";
import { numberField } from "../numberField.js";
import { plain } from "../format.js";
import { soundClips } from "../waves.js";

const LOOK_EVERY_MS = 300;

/** All lenses of one file move together. */
function moved(store, slot, seconds) {
  const { file } = store.kept.clips.find((clip) => clip.slot === slot);
  const slots = store.kept.clips.filter((clip) => clip.file === file).map((clip) => clip.slot);
  return Object.fromEntries(slots.map((each) => [each, seconds]));
}

/** The measure is kept beside offsets set by hand, so that one sees what was measured. */
function source(store, name) {
  return { ...store.kept.recipe.sync, source: name };
}

/** Finds offsets by sound in one action; by hand in seconds or frames. */
export function syncSheet(root, store) {
  const clips = soundClips(store);
  const single = clips.length < 2;
  part(root, "action").hidden = single;
  part(root, "by-hand").hidden = single;
  if (single) {
    return;
  }
  startFinding(root, store);
  part(root, "declare").addEventListener("click", () =>
    store.keep("Take the clips as in sync", {
      sync: source(store, "declared"),
      offsets: Object.fromEntries(store.kept.clips.map((clip) => [clip.slot, 0])),
    }),
  );
  const offset = (slot) => store.kept.recipe.clips.find((clip) => clip.slot === slot).offset_seconds;
  const keep = (slot, seconds) =>
    store.keep(`Start lens ${slot} at ${plain(seconds, 4)} s`, { sync: source(store, "by_hand"), offsets: moved(store, slot, seconds) });
  const frame = 1 / store.kept.rate;
  clips.forEach((clip, i) => {
    const { slot } = clip;
    if (i === 0) {
      const row = element("div", { class: "field" });
      row.append(element("span", { class: "soft" }, `Lens ${slot}`), element("span", {}, "0, the others follow it"));
      part(root, "offsets").append(row);
      return;
    }
    const row = element("div", { class: "flex items-center gap-1" });
    const field = numberField({
      label: `Lens ${slot}`, unit: "s", value: offset(slot), step: 0.001, decimals: 4, reset: 0, test: `offset-${slot}`,
      onInput: (value) => store.preview("offsets", moved(store, slot, value)),
      onDone: (value) => keep(slot, value),
    });
    field.classList.add("flex-1");
    field.querySelector("input").classList.add("short");
    const nudge = (sign, name) => {
      const button = element("button", { type: "button", class: "btn px-2", title: `One frame ${name}`, "aria-label": `Lens ${slot} one frame ${name}`, "data-test": `nudge-${slot}-${name}` }, sign > 0 ? "+1 f" : "−1 f");
      button.addEventListener("click", () => keep(slot, Number((offset(slot) + sign * frame).toFixed(6))));
      return button;
    };
    row.append(field, nudge(-1, "earlier"), nudge(1, "later"));
    part(root, "offsets").append(row);
    const drift = store.kept.recipe.clips.find((each) => each.slot === slot).drift_ppm ?? 0;
    if (drift !== 0) {
      const said = `Its clock is ${plain(Math.abs(drift), 1)} ppm ${drift > 0 ? "slow" : "fast"}; frames and sound follow it.`;
      part(root, "offsets").append(element("p", { class: "soft", "data-test": `drift-${slot}` }, said));
    }
  });
}

/** The main action: measuring goes on in the background and is recorded even if the page is closed. */
function startFinding(root, store) {
  const find = part(root, "find");
  const cancel = part(root, "cancel");
  const meter = part(root, "meter");
  const path = `${store.path}/sync`;
  const show = (status) => {
    find.disabled = status.working;
    find.textContent = status.working ? `Listening, ${Math.floor(100 * status.share)}%` : "Find offsets";
    cancel.hidden = !status.working;
    meter.hidden = !status.working;
    meter.firstElementChild.style.width = `${100 * status.share}%`;
  };
  const follow = async (first) => {
    let status = first;
    while (status.working && root.isConnected) {
      show(status);
      await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS));
      status = await askJson(path);
    }
    show(status);
    if (status.message) {
      toast(status.message);
    } else if (first.working && root.isConnected) {
      await store.load();
    }
  };
  const run = (request) => request.then(follow).catch((failure) => toast(failure.message));
  find.addEventListener("click", () => run(askJson(`${path}?base=${store.kept.revision}`, { method: "POST" })));
  cancel.addEventListener("click", () => ask(path, { method: "DELETE" }).catch((failure) => toast(failure.message)));
  askJson(path).then((status) => status.working && follow(status)).catch(() => {});
}
