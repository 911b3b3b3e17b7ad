import { ask } from "../../page/api.js";
import { element, part } from "../../page/parts.js";
import { toast } from "../../page/toast.js";
import { numberField } from "../numberField.js";
import { plain } from "../format.js";
import { offsetList, seconds } from "../moment.js";
import { soundClips } from "../waves.js";
import { backgroundJob } from "../sheet/job.js";
import { fillPairs } from "../sheet/pairs.js";
import { hasSound, RECORDING } from "../soundOptions.js";
import { startRecording } from "./soundRecording.js";

export { finer, lane } from "./syncLane.js";

/** Two pictures beside each other and the sound under them show whether clips are in step. */
export const views = ["contact", "waves"];

export const showsDraft = true;

export const keys = [
  [",", ",", "in Sync: the chosen lens one frame earlier", (store) => nudge(store, -1)],
  [".", ".", "in Sync: the chosen lens one frame later", (store) => nudge(store, 1)],
];

const MOST_HEARD = 20;

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

/** Finds offsets in one action; shows what each two lenses say; by ear and by hand in seconds, frames or timecode. */
export function sheet(root, store) {
  const clips = soundClips(store);
  const single = clips.length < 2;
  part(root, "action").hidden = single;
  part(root, "by-hand").hidden = single;
  startRecording(part(root, "recording-group"), store);
  startListening(root, store, clips);
  if (single) {
    return;
  }
  startFinding(root, store);
  const pairs = store.kept.recipe.sync.measure?.pairs ?? [];
  part(root, "evidence").hidden = pairs.length === 0;
  if (pairs.length > 0) {
    fillPairs(part(root, "pairs"), clips.map((clip) => clip.slot), pairs);
  }
  startLists(root, store);
  clips.forEach((clip, i) => part(root, "offsets").append(offsetRow(store, clip, i === 0)));
}

const offset = (store, slot) => store.kept.recipe.clips.find((clip) => clip.slot === slot).offset_seconds;

const keepOffset = (store, slot, seconds) =>
  store.keep(`Start lens ${slot} at ${plain(seconds, 4)} s`, { sync: source(store, "by_hand"), offsets: moved(store, slot, seconds) });

/** Moves the chosen lens by frames; the others stay. */
function nudge(store, frames) {
  const clips = soundClips(store);
  const slot = clips.some((clip) => clip.slot === store.nudged) ? store.nudged : clips[1]?.slot;
  if (slot && store.stage === "sync") {
    store.nudged = slot;
    keepOffset(store, slot, Number((offset(store, slot) + frames / store.kept.rate).toFixed(6)));
  }
}

function offsetRow(store, clip, first) {
  const { slot } = clip;
  const holder = element("div");
  const row = element("div", { class: "flex items-center gap-1" });
  const frame = 1 / store.kept.rate;
  const field = numberField({
    label: slot, unit: "s", value: offset(store, slot), step: 0.001, decimals: 4, reset: 0, test: `offset-${slot}`, page: frame,
    parse: (text) => seconds(text, store.kept.rate),
    onInput: (value) => store.preview("offsets", moved(store, slot, value)),
    onDone: (value) => keepOffset(store, slot, value),
  });
  field.classList.add("flex-1");
  field.querySelector("input").classList.add("short");
  field.querySelector("input").title = "Seconds, 480 ms, 12 f or hours:minutes:seconds:frames; Page Up and Page Down step by a frame";
  field.querySelector("input").addEventListener("focus", () => (store.nudged = slot));
  const step = (sign, name) => {
    const button = element("button", { type: "button", class: "btn px-1.5 whitespace-nowrap", title: `One frame ${name}`, "aria-label": `${sign > 0 ? "+1 f" : "−1 f"}, lens ${slot} one frame ${name}`, "data-test": `nudge-${slot}-${name}` }, sign > 0 ? "+1 f" : "−1 f");
    button.addEventListener("click", () => {
      store.nudged = slot;
      nudge(store, sign);
    });
    return button;
  };
  row.append(field);
  if (!first) {
    row.append(step(-1, "earlier"), step(1, "later"));
  }
  row.append(lock(store, slot));
  holder.append(row);
  const drift = store.kept.recipe.clips.find((each) => each.slot === slot).drift_ppm ?? 0;
  if (drift !== 0) {
    const left = Math.abs(drift) * 1e-6 * (store.kept.to - store.kept.from) * 1000;
    const sigma = store.kept.recipe.sync.measure?.drifts?.find((each) => each.slot === slot)?.sigma_ppm;
    // What is known to less than the last digit shown has no more to say.
    const within = sigma === undefined ? "" : `, give or take ${plain(Math.max(0.1, 2 * sigma), 1)},`;
    const said = `Its clock is ${plain(Math.abs(drift), 1)} ppm${within} ${drift > 0 ? "slow" : "fast"}, ${plain(left, left < 10 ? 1 : 0)} ms over the take; frames and sound follow it.`;
    holder.append(element("p", { class: "soft", "data-test": `drift-${slot}` }, said));
  }
  return holder;
}

/** A lens that is locked stays where it is when offsets are found. */
function lock(store, slot) {
  const locked = new Set(store.kept.recipe.sync.locked ?? []);
  const is = locked.has(slot);
  const button = element("button", { type: "button", class: "btn px-1.5", "aria-pressed": String(is), title: is ? "Stays where it is when offsets are found; press to unlock it" : "Keep it where it is when offsets are found", "aria-label": `${is ? "locked" : "lock"}: lens ${slot}`, "data-test": `lock-${slot}` }, is ? "locked" : "lock");
  button.addEventListener("click", () => {
    if (is) {
      locked.delete(slot);
    } else {
      locked.add(slot);
    }
    store.keep(`${is ? "Unlock" : "Lock"} lens ${slot}`, { sync: { ...store.kept.recipe.sync, locked: [...locked] } });
  });
  return button;
}

/** The clips' sound at both ears, from the playhead on. */
function startListening(root, store, clips) {
  const heard = [...clips.map(({ slot }) => slot), RECORDING].filter((slot) => hasSound(store.kept, slot));
  part(root, "listen").hidden = heard.length < 2;
  if (heard.length < 2) {
    return;
  }
  const [left, right] = ["left", "right"].map((ear) => part(root, ear));
  heard.forEach((slot) => [left, right].forEach((ear) => ear.append(element("option", { value: slot }, slot))));
  left.value = store.ears?.[0] ?? heard[0];
  right.value = store.ears?.[1] ?? heard.at(-1);
  [left, right].forEach((ear) => ear.addEventListener("change", () => (store.ears = [left.value, right.value])));
  const hear = part(root, "hear");
  const sound = new Audio();
  const show = () => (hear.textContent = sound.paused ? "Listen from here" : "Stop");
  ["play", "pause", "ended"].forEach((name) => sound.addEventListener(name, show));
  hear.addEventListener("click", () => {
    if (!sound.paused) {
      sound.pause();
      return;
    }
    const from = store.time;
    const length = Math.max(0.5, Math.min(MOST_HEARD, store.kept.to - from));
    sound.src = `${store.path}/revisions/${store.kept.revision}/listen?left=${left.value}&right=${right.value}&from=${from.toFixed(6)}&seconds=${length.toFixed(3)}`;
    sound.play().catch(() => toast("The two clips cannot be heard; their sound may be damaged."));
  });
  new MutationObserver((changes, watch) => {
    if (!hear.isConnected) {
      sound.pause();
      watch.disconnect();
    }
  }).observe(root, { childList: true });
}

/** Offsets that come from elsewhere: a list, the files' timecode, the recorders' clocks, or none at all. */
function startLists(root, store) {
  part(root, "declare").addEventListener("click", () =>
    store.keep("Take the clips as in sync", {
      sync: source(store, "declared"),
      offsets: Object.fromEntries(store.kept.clips.map((clip) => [clip.slot, 0])),
    }),
  );
  for (const way of ["timecode", "clock"]) {
    const button = part(root, way);
    button.hidden = !store.kept.starts.includes(way);
    button.addEventListener("click", () =>
      ask(`${store.path}/sync/start?base=${store.kept.revision}&by=${way}`, { method: "POST" })
        .then(() => store.load())
        .catch((failure) => toast(failure.message)),
    );
  }
  part(root, "paste").addEventListener("click", () => pasteList(store));
}

function pasteList(store) {
  const dialog = document.getElementById("offsets-dialog");
  const list = part(dialog, "list");
  const wrong = part(dialog, "wrong");
  list.value = soundClips(store).map(({ slot }) => `${slot} ${plain(offset(store, slot), 4)}`).join("\n");
  wrong.hidden = true;
  part(dialog, "close").onclick = () => dialog.close();
  part(dialog, "take").onclick = () => {
    const read = offsetList(list.value, soundClips(store), store.kept.rate);
    wrong.hidden = !read.wrong;
    wrong.textContent = read.wrong;
    if (!read.wrong) {
      dialog.close();
      const offsets = Object.assign({}, ...Object.entries(read.offsets).map(([slot, at]) => moved(store, slot, at)));
      store.keep("Offsets from a list", { sync: source(store, "by_hand"), offsets });
    }
  };
  dialog.showModal();
  list.select();
}

function startFinding(root, store) {
  const find = part(root, "find");
  const start = backgroundJob(root, store, { stage: "sync", job: "find" }, { button: find, idle: "Find offsets", busy: "Comparing" });
  const use = part(root, "use");
  const where = part(root, "where");
  use.value = store.syncUse ?? "";
  where.value = store.syncWhere ?? "";
  use.addEventListener("change", () => (store.syncUse = use.value));
  where.addEventListener("change", () => (store.syncWhere = where.value));
  const order = () => ({
    use: use.value ? use.value.split(",") : [],
    from: where.value ? store.range.from : null,
    to: where.value ? store.range.to : null,
    locked: store.kept.recipe.sync.locked ?? [],
  });
  find.addEventListener("click", () => start(order()));
}
