import { part, element } from "../../page/parts.js";
import { toast } from "../../page/toast.js";
import { plain } from "../format.js";
import { keyedField } from "../keyedField.js";
import { changed, isKeyed, valueAt } from "../keyTrack.js";
import { numberField } from "../numberField.js";
import { isStereo } from "../pane/eyes.js";
import { backgroundJob } from "../sheet/job.js";

const USUAL_SOFT = 3;
const WIDEST_EDGE = 100;
const MOST_DEPTH = 250;
/** What is between people’s eyes; pupils that are nearer to each other were put somewhere else on purpose, or nowhere. */
const USUAL_APART_M = 0.064;
const LEAST_APART_M = 0.005;
const DEGREES = 180 / Math.PI;
const EYES = [["both", "both eyes"], ["left", "the left eye"], ["right", "the right eye"]];

/** What both eyes see, where there are two. */
export const views = (store) => (isStereo(store.kept.recipe.rig) ? ["eyes"] : undefined);

const kept = (store) => store.kept.recipe.depth ?? { screen_deg: 0 };
const now = (store) => store.section("depth") ?? { screen_deg: 0 };

/** The disparity of what lies at the screen plane, degrees. */
const screen = (store) => ({
  id: "screen", label: "Screen plane", name: "the screen plane", unit: "°", step: 0.05, decimals: 2, most: 20, times: 1,
  track: () => kept(store).screen_deg,
  set: (track) => ({ depth: { ...kept(store), screen_deg: track } }),
});

export const tracks = (store) => [screen(store)].filter((of) => isKeyed(of.track()));

/** The disparity at the screen plane at a moment, a draft's too. */
export const screenAt = (store, time) => valueAt(now(store).screen_deg, time);

/** What a click does with what is pointed at: "screen" puts it to the screen plane, "stays" keeps its depth, "moves" lets it be moved. */
let placing = null;
const HINTS = {
  screen: "Click a thing in the picture: it comes to lie at the screen plane.",
  stays: "Click a thing in the picture: its depth stays, whatever the others’ becomes.",
  moves: "Click a thing in the picture, then say how near it is to come.",
};

/** From eye to eye, metres. */
function baseline(store) {
  const middle = (eye) => {
    const pupils = store.kept.recipe.rig.lenses.filter((lens) => lens.eye === eye).map((lens) => lens.pupil_m[0]);
    return pupils.reduce((sum, x) => sum + x, 0) / pupils.length;
  };
  return Math.abs(middle("right") - middle("left")) || USUAL_APART_M;
}

/** How far away what has a disparity is, in words. */
export function distance(store, disparity) {
  const metres = (baseline(store) * DEGREES) / disparity;
  return metres > 0 && metres < 100 ? `${plain(metres, metres < 10 ? 2 : 0)} m` : "far";
}

/** Which lens serves which eye, the screen plane, the edge, and what it is watched on. */
export function sheet(root, store) {
  placing = null;
  eyeChoices(root, store);
  part(root, "stereo").hidden = !isStereo(store.kept.recipe.rig);
  if (!isStereo(store.kept.recipe.rig)) {
    return undefined;
  }
  const button = part(root, "measure");
  const measured = Boolean(kept(store).measure);
  const idle = measured ? "Measure again" : "Measure the depth";
  button.textContent = idle;
  button.classList.toggle("main", !measured);
  const start = backgroundJob(root, store, { stage: "depth", job: "measure" }, { button, idle, busy: "Measuring" });
  button.addEventListener("click", () => start({ from: store.range.from, to: store.range.to }));
  range(root, store);
  const plane = keyedField(store, screen(store));
  part(root, "plane").append(plane.field);
  for (const way of Object.keys(HINTS)) {
    part(root, way).addEventListener("click", () => {
      placing = placing === way ? null : way;
      Object.keys(HINTS).forEach((each) => part(root, each).setAttribute("aria-pressed", String(placing === each)));
      part(root, "hint").textContent = HINTS[placing] ?? "";
    });
  }
  const amount = changedDepth(root, store);
  part(root, "far").addEventListener("click", () => keepScreen(store, 0, "Far things at the screen plane"));
  const shownOn = part(root, "shown-on");
  shownOn.value = now(store).shown_on ?? "headset";
  shownOn.addEventListener("change", () => store.keep(`Watched on a ${shownOn.value}`, { depth: { ...kept(store), shown_on: shownOn.value } }));
  edge(root, store);
  const show = () => {
    plane.show();
    amount?.set(100 * slopeOf(now(store)));
  };
  const follow = () => (root.isConnected && plane.field.isConnected ? show() : store.removeEventListener("time", follow));
  store.addEventListener("time", follow);
  return show;
}

function keepScreen(store, disparity, label) {
  const of = screen(store);
  const value = Number(disparity.toFixed(3));
  return store.keep(label, of.set(changed(of.track(), store.time, 1 / store.kept.rate, value)));
}

const curveOf = (depth) => depth.curve ?? [];

/** By how much depth is stretched where that is one number, else NaN. */
export function slopeOf(depth) {
  const points = curveOf(depth);
  if (points.length === 2) {
    return (points[1].wanted_deg - points[0].wanted_deg) / (points[1].filmed_deg - points[0].filmed_deg);
  }
  return points.length > 2 ? NaN : 1;
}

/** The saved depth with another curve; without one where that says nothing. */
function withCurve(store, points) {
  const { curve, ...others } = kept(store);
  const rising = points.toSorted((a, b) => a.filmed_deg - b.filmed_deg);
  return rising.every((point) => point.filmed_deg === point.wanted_deg) && rising.length < 2 ? { depth: others } : { depth: { ...others, curve: rising } };
}

const thousandth = (value) => Number(value.toFixed(3));

/** A curve that stretches depth about what stays. */
export function stretched(store, slope) {
  const [first] = curveOf(kept(store));
  const stays = first && Math.abs(first.filmed_deg - first.wanted_deg) < 1e-9 ? first.filmed_deg : 0;
  return Math.abs(slope - 1) < 1e-9 && stays === 0
    ? withCurve(store, [])
    : withCurve(store, [{ filmed_deg: stays, wanted_deg: stays }, { filmed_deg: stays + 1, wanted_deg: thousandth(stays + slope) }]);
}

/** Depth stretched as a whole, or point by point. */
function changedDepth(root, store) {
  const points = curveOf(kept(store));
  if (!Number.isNaN(slopeOf(kept(store)))) {
    const field = numberField({
      label: "Depth", unit: "%", value: 100 * slopeOf(now(store)), step: 1, decimals: 0, least: 0, most: MOST_DEPTH, slider: true, reset: 100, test: "depth-amount",
      onInput: (value) => store.previewAll(stretched(store, value / 100)),
      onDone: (value) => store.keep(`Depth ${plain(value, 0)}%`, stretched(store, value / 100)),
    });
    part(root, "amount").append(field);
    pointList(root, store, points);
    return field;
  }
  pointList(root, store, points);
  return null;
}

/** What becomes of things that were pointed at; two points alone are a stretch about the first, of which the amount says all. */
function pointList(root, store, points) {
  if (points.length === 2) {
    part(root, "stays-said").textContent = points[0].filmed_deg === 0 ? "" : `What is at ${distance(store, points[0].filmed_deg)} stays as it is.`;
    return;
  }
  points.forEach((point, i) => {
    const row = numberField({
      label: `At ${distance(store, point.filmed_deg)}`, unit: "°", value: point.wanted_deg, step: 0.05, decimals: 2, least: -20, most: 20,
      reset: point.filmed_deg, test: `depth-point-${i}`,
      onInput: (value) => store.previewAll(withCurve(store, points.map((each) => (each === point ? { ...each, wanted_deg: value } : each)))),
      onDone: (value) => store.keep(`What is at ${distance(store, point.filmed_deg)} to ${plain(value, 2)}°`, withCurve(store, points.map((each) => (each === point ? { ...each, wanted_deg: thousandth(value) } : each)))),
    });
    const away = element("button", { type: "button", class: "key-sign", title: "Take this point away", "aria-label": "Take this point away", "data-test": `depth-point-remove-${i}` }, "×");
    away.addEventListener("click", () => store.keep("Take a point of depth away", withCurve(store, points.filter((each) => each !== point))));
    row.append(away);
    part(root, "points").append(row);
  });
}

/** Makes what is pointed at a fixed point of the stretch. */
function keepStays(store, filmed) {
  const slope = slopeOf(kept(store));
  const at = thousandth(filmed);
  return store.keep(`Depth stays at ${distance(store, filmed)}`, withCurve(store, [{ filmed_deg: at, wanted_deg: at }, { filmed_deg: at + 1, wanted_deg: thousandth(at + (Number.isNaN(slope) ? 1 : slope)) }]));
}

function keepPoint(store, filmed, wanted) {
  const points = curveOf(kept(store)).filter((point) => Math.abs(point.filmed_deg - filmed) > 0.05);
  return store.keep(`A point of depth at ${distance(store, filmed)}`, withCurve(store, [...points, { filmed_deg: thousandth(filmed), wanted_deg: thousandth(wanted) }]));
}

/** Two lenses that serve an eye each and whose pupils nobody put beside each other are as far apart as people's eyes. */
export function apart(lenses) {
  const one = (wanted) => lenses.filter(({ eye }) => eye === wanted);
  const [left, right] = [one("left"), one("right")];
  const beside = left.length === 1 && right.length === 1 && Math.abs(right[0].pupil_m[0] - left[0].pupil_m[0]) < LEAST_APART_M;
  return beside ? lenses.map((lens) => (lens.eye ? { ...lens, pupil_m: [(lens.eye === "left" ? -1 : 1) * USUAL_APART_M / 2, 0, 0] } : lens)) : lenses;
}

/** A lens for each eye; two lenses can be exchanged. */
function eyeChoices(root, store) {
  const { rig } = store.kept.recipe;
  const keep = (label, eyeOf) => store.keep(label, {
    rig: { ...rig, lenses: apart(rig.lenses.map(({ eye, ...lens }) => (eyeOf(lens.slot, eye) === "both" ? lens : { ...lens, eye: eyeOf(lens.slot, eye) }))) },
  });
  for (const { slot, eye = "both" } of rig.lenses) {
    const id = `eye-of-${slot}`;
    const choice = element("select", { id, class: "choice", "data-test": `eye-${slot}` });
    choice.append(...EYES.map(([value, name]) => element("option", { value }, name)));
    choice.value = eye;
    choice.addEventListener("change", () => keep(`Lens ${slot} for ${choice.selectedOptions[0].textContent}`, (other, before) => (other === slot ? choice.value : before ?? "both")));
    const row = element("div", { class: "field" });
    row.append(element("label", { for: id }, `Lens ${slot} serves`), choice);
    part(root, "eyes").append(row);
  }
  const swap = part(root, "swap");
  swap.hidden = !isStereo(store.kept.recipe.rig);
  const other = { left: "right", right: "left", both: "both" };
  swap.addEventListener("click", () => keep("Swap the eyes", (slot, eye = "both") => other[eye]));
}

/** The nearest and the farthest thing of all moments, to go to. */
function range(root, store) {
  const moments = kept(store).measure?.moments ?? [];
  part(root, "range").hidden = moments.length === 0;
  if (moments.length === 0) {
    return;
  }
  const nearest = moments.reduce((a, b) => (b.near_deg > a.near_deg ? b : a));
  const farthest = moments.reduce((a, b) => (b.far_deg < a.far_deg ? b : a));
  const go = (name, moment, disparity) => {
    const link = part(root, name);
    link.textContent = `${plain(disparity, 2)}°, ${distance(store, disparity)}, at ${plain(moment.at_s, 1)} s`;
    link.addEventListener("click", () => store.setTime(moment.at_s));
  };
  go("nearest", nearest, nearest.near_deg);
  go("farthest", farthest, farthest.far_deg);
}

/** How far from what is ahead the eyes show something; as far as they see where it is left open. */
function edge(root, store) {
  const set = (value) => {
    const { edge_deg, ...others } = kept(store);
    return value < WIDEST_EDGE ? { ...others, edge_deg: value } : others;
  };
  part(root, "edge").append(
    numberField({
      label: "Shown up to", unit: "°", value: now(store).edge_deg ?? WIDEST_EDGE, step: 0.5, decimals: 1, least: 20, most: WIDEST_EDGE, slider: true,
      reset: WIDEST_EDGE, test: "edge",
      onInput: (value) => store.preview("depth", set(value)),
      onDone: (value) => store.keep(value < WIDEST_EDGE ? `Shown up to ${plain(value, 1)}° from ahead` : "Shown as far as the eyes see", { depth: set(value) }),
    }),
    numberField({
      label: "Fades over", unit: "°", value: now(store).edge_soft_deg ?? USUAL_SOFT, step: 0.5, decimals: 1, least: 0, most: 30, reset: USUAL_SOFT, test: "edge-soft",
      onInput: (value) => store.preview("depth", { ...now(store), edge_soft_deg: value }),
      onDone: (value) => store.keep(`The edge fades over ${plain(value, 1)}°`, { depth: { ...kept(store), edge_soft_deg: value } }),
    }),
  );
}

/** What is pointed at says how far away it is, or comes to lie at the screen plane. */
export const onEyes = {
  async point(pane, seen) {
    try {
      const { disparityDeg, wantedDeg } = await pane.disparityAt(seen);
      const { store } = pane;
      pane.tell(`${plain(disparityDeg, 2)}°: ${distance(store, disparityDeg)}`);
      if (placing === "screen") {
        await keepScreen(store, wantedDeg, `Screen plane at ${distance(store, disparityDeg)}`);
      } else if (placing === "stays") {
        await keepStays(store, disparityDeg);
      } else if (placing === "moves") {
        await keepPoint(store, disparityDeg, wantedDeg);
      }
    } catch (failure) {
      toast(failure.message);
    }
  },
};
