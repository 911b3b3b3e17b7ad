import { element, part } from "../../page/parts.js";
import { clock, plain } from "../format.js";
import { backgroundJob } from "./job.js";

const SOLVED = "solved on this take";

/** Solve, what the points say, and what follows from it. */
export function rigSolve(root, store) {
  const single = store.kept.clips.length < 2;
  part(root, "action").hidden = single;
  if (single) {
    return;
  }
  const rig = store.kept.recipe.rig;
  const card = part(root, "card");
  const look = part(root, "look");
  const what = part(root, "what");
  // A rig that was solved here is this unit's own; what comes from a card is of its kind, unless the user knows better.
  card.value = store.rigCard ?? (rig.source === SOLVED ? "unit" : "kind");
  look.value = store.rigLook ?? "";
  what.value = store.rigWhat ?? "all";
  card.addEventListener("change", () => (store.rigCard = card.value));
  look.addEventListener("change", () => (store.rigLook = look.value));
  what.addEventListener("change", () => (store.rigWhat = what.value));
  const solve = part(root, "solve");
  const start = backgroundJob(root, store, `${store.path}/rig`, { button: solve, idle: "Solve the rig", busy: "Solving" });
  const order = (fromPoints) => {
    delete store.rigCard;
    return { moments: look.value ? [store.time] : [], card: card.value, turnsOnly: what.value === "turns", fromPoints };
  };
  solve.addEventListener("click", () => start(order(false)));
  part(root, "again").addEventListener("click", () => start(order(true)));
  const newer = rig.points && rig.points !== rig.measure?.points;
  part(root, "newer").hidden = !newer;
  part(root, "evidence").hidden = !rig.measure;
  if (rig.measure) {
    evidence(root, store, rig.measure);
  }
}

function evidence(root, store, measure) {
  const moments = measure.moments_s.map((time) => clock(time)).join(" and ");
  const said = [`${measure.moments_s.length > 1 ? "Moments" : "Moment"} ${moments}.`];
  const open = measure.lenses.filter((lens) => lens.undecided.length > 0);
  if (open.length > 0) {
    const parts = [...new Set(open.flatMap((lens) => lens.undecided))];
    said.push(`The points leave open: ${parts.join(", ")} of ${open.length === measure.lenses.length ? "all lenses" : `lens ${open.map((lens) => lens.slot).join(", ")}`}; there the card counts.`);
  }
  part(root, "said").textContent = said.join(" ");
  const table = part(root, "pairs");
  const head = element("tr");
  for (const [name, title] of [["Pair", ""], ["Points", "Tie points that are believed"], ["Apart", "Root mean square of what the two lenses disagree by, degrees"], ["95%", "What 95% of the points stay below, degrees"], ["Covered", "Share of what both see that has points near it"]]) {
    head.append(element("th", { scope: "col", title }, name));
  }
  table.replaceChildren(head);
  const focal = store.kept.recipe.rig.lenses[0].focal_px;
  for (const pair of measure.pairs) {
    const row = element("tr", { "data-test": `rig-pair-${pair.first}-${pair.second}` });
    const button = element("button", { type: "button", class: "btn px-1.5", title: "Look at the two lenses side by side" }, `${pair.first} ${pair.second}`);
    button.addEventListener("click", () => store.lookAtPair(pair.first, pair.second));
    const cells = [
      element("td", {}, String(pair.points)),
      element("td", { title: `${plain((pair.rms_deg * Math.PI * focal) / 180, 2)} px` }, `${plain(pair.rms_deg, 3)}°`),
      element("td", { title: `${plain((pair.p95_deg * Math.PI * focal) / 180, 2)} px` }, `${plain(pair.p95_deg, 3)}°`),
      element("td", {}, `${Math.round(100 * pair.covered)}%`),
    ];
    const first = element("td");
    first.append(button);
    row.append(first, ...cells);
    table.append(row);
  }
  meeting(root, store, measure);
}

/** The distance that the points lie at is where the seams meet best. */
function meeting(root, store, measure) {
  const far = measure.meeting_m === undefined;
  const now = store.kept.recipe.seams.meeting_m;
  const same = far ? now === undefined : Math.abs((now ?? Infinity) - measure.meeting_m) < 0.05;
  part(root, "meeting").hidden = measure.pairs.length === 0 || same;
  const text = far ? "far away" : `${plain(measure.meeting_m, 1)} m away`;
  part(root, "meeting-said").textContent = `Half of the points lie nearer than ${far ? "can be told: far away" : `${plain(measure.meeting_m, 1)} m`}. The seams meet at ${now === undefined ? "far things" : `${plain(now, 1)} m`} now.`;
  const button = part(root, "meet");
  button.textContent = `Meet ${text}`;
  button.onclick = () => {
    const seams = { ...store.kept.recipe.seams };
    delete seams.meeting_m;
    store.keep(`Meeting ${text}`, { seams: far ? seams : { ...seams, meeting_m: Number(measure.meeting_m.toFixed(2)) } });
  };
}
