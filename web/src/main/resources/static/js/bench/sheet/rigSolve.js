import { element, part } from "../../page/parts.js";
import { clock, plain } from "../format.js";
import { tiePoints } from "../points.js";
import { backgroundJob } from "./job.js";

const SOLVED = "solved on this take";
/** How many worst places are listed, and the cosine of how far apart they lie at least. */
const WORST = 6;
const APART = Math.cos((6 * Math.PI) / 180);
/** What a lens's numbers may do in a solve. */
const FREEDOMS = { held: "as they are", shared: "in all lenses alike", own: "in each lens" };
const NUMBERS = [
  { key: "focal", label: "Focal lengths" },
  { key: "centre", label: "Centres" },
  { key: "distortion", label: "Distortion" },
  { key: "pupils", label: "Pupils", ways: ["held", "own"] },
];

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
  const order = part(root, "order");
  // A rig that was solved here is this unit's own; what comes from a card is of its kind, unless the user knows better.
  card.value = store.rigCard ?? (rig.source === SOLVED ? "unit" : "kind");
  look.value = store.rigLook ?? "";
  order.value = store.rigOrder ?? "given";
  const showOrder = () => (part(root, "order-field").hidden = card.value === "nothing");
  showOrder();
  card.addEventListener("change", () => {
    store.rigCard = card.value;
    showOrder();
  });
  look.addEventListener("change", () => (store.rigLook = look.value));
  order.addEventListener("change", () => (store.rigOrder = order.value));
  const free = freedoms(root, store);
  const solve = part(root, "solve");
  const start = backgroundJob(root, store, { stage: "rig", job: "solve" }, { button: solve, idle: "Solve the rig", busy: "Solving" });
  const wanted = (fromPoints) => {
    delete store.rigCard;
    delete store.rigOrder;
    return { moments: look.value ? [store.time] : [], start: card.value, order: order.value, free, fromPoints };
  };
  solve.addEventListener("click", () => start(wanted(false)));
  part(root, "again").addEventListener("click", () => start(wanted(true)));
  const newer = rig.points && rig.points !== rig.measure?.points;
  part(root, "newer").hidden = !newer;
  part(root, "evidence").hidden = !rig.measure;
  if (rig.measure) {
    evidence(root, store, rig.measure);
  }
}

/** Which numbers a solve may change, and how; kept for as long as the page is open. */
function freedoms(root, store) {
  const free = (store.rigFree ??= Object.fromEntries(NUMBERS.map(({ key }) => [key, "own"])));
  part(root, "free").open = Object.values(free).some((way) => way !== "own");
  for (const { key, label, ways } of NUMBERS) {
    const field = element("div", { class: "field" });
    const select = element("select", { class: "choice", id: `rig-free-${key}`, "data-test": `rig-free-${key}` });
    for (const way of ways ?? Object.keys(FREEDOMS)) {
      select.append(element("option", { value: way }, FREEDOMS[way]));
    }
    select.value = free[key];
    select.addEventListener("change", () => (free[key] = select.value));
    field.append(element("label", { for: select.id }, label), select);
    part(root, "free-fields").append(field);
  }
  return free;
}

function evidence(root, store, measure) {
  const moments = measure.moments_s.map((time) => clock(time)).join(" and ");
  const said = [`${measure.moments_s.length > 1 ? "Moments" : "Moment"} ${moments}.`];
  if (measure.expected) {
    const { seams_deg: seams, lens_deg: lens } = measure.expected;
    said.push(`Expected: far things ${plain(seams, 3)}\u00b0 apart at the seams, ${plain(lens, 3)}\u00b0 off over the whole of the lenses.`);
  }
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
  worst(root, store);
}

/** The places where tie points fit worst, some way apart; each is looked at in both lenses. */
async function worst(root, store) {
  const { points, moments } = await tiePoints(store).catch(() => ({ points: [] }));
  const places = [];
  for (const point of points.filter(({ rest }) => rest > 0).sort((a, b) => b.rest - a.rest)) {
    const apart = places.every((other) => other.seen[0].reduce((sum, value, k) => sum + value * point.seen[0][k], 0) < APART);
    if (apart) {
      places.push(point);
    }
    if (places.length === WORST) {
      break;
    }
  }
  part(root, "worst").hidden = places.length === 0;
  const slots = store.kept.recipe.rig.lenses.map((lens) => lens.slot);
  part(root, "worst-places").replaceChildren(
    ...places.map((point) => {
      const [first, second] = point.lenses.map((number) => slots[number]);
      const far = point.inverse < 0.02 ? "far" : `${plain(1 / point.inverse, 1)} m away`;
      const title = `Look at it in both lenses, at ${clock(moments[point.moment])}; ${far}`;
      const button = element("button", { type: "button", class: "btn px-1.5", title }, `${first} ${second} ${plain(point.rest, 1)} px`);
      button.addEventListener("click", () => {
        store.setTime(moments[point.moment]);
        store.lookAtPair(first, second, point.seen[0]);
      });
      return button;
    }),
  );
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
