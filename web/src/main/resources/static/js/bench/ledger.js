import { askJson } from "../page/api.js";
import { element, fromTemplate, part } from "../page/parts.js";
import { clock, plain } from "./format.js";
import { drawBars, drawCurve, drawLate, EDGE, drawNothing, drawRuler, timeToX, xToTime } from "./lane.js";
import { startRangeEnds } from "./rangeEnds.js";
import { verdictSign } from "./verdict.js";
import { drawWaveLane, offsetOf, soundClips } from "./waves.js";

const SURE_STOPS = 0.03;
/** Percent of a lens's picture: the sun alone is less. */
const MUCH_CLIPPED = 0.5;
const SURE_DEGREES = 0.06;
/** Rows whose curve is measured on its own: the line that divides good from doubtful, and its unit. */
const CURVES = { rig: { limit: SURE_DEGREES, unit: "°" }, balance: { limit: SURE_STOPS, unit: "stops" } };

/** The table under the picture: a row for each stage, its verdict, figure and lane, on one time axis. */
export function startLedger(store) {
  const rows = document.getElementById("rows");
  const ruler = document.getElementById("ruler");
  const playhead = document.getElementById("playhead");
  const curves = { rig: { key: null }, balance: { key: null } };
  let late = { revision: 0, lenses: [] };

  const span = () => ({ from: store.kept.from, to: store.kept.to });

  function build() {
    rows.replaceChildren(
      ...store.kept.ledger.map((row) => {
        const fragment = fromTemplate("row");
        const root = fragment.querySelector(".row");
        root.dataset.stage = row.stage;
        root.title = `${row.verdict}: ${row.reason}`;
        part(root, "reason").textContent = root.title;
        part(root, "name").textContent = row.name;
        part(root, "figure").textContent = row.figure;
        part(root, "verdict").replaceChildren(verdictSign(row.verdict));
        root.querySelector("button").addEventListener("click", () => store.setStage(row.stage));
        part(root, "lane").addEventListener("pointerdown", scrub);
        return root;
      }),
    );
    choose();
  }

  function choose() {
    for (const row of rows.querySelectorAll("[data-stage]")) {
      row.querySelector("button").setAttribute("aria-pressed", String(row.dataset.stage === store.stage));
      row.classList.toggle("chosen", row.dataset.stage === store.stage);
    }
    unfold();
    draw();
    listen();
    measure();
  }

  /** The chosen row's finer lanes, one for each lens. */
  function unfold() {
    rows.querySelectorAll(".finer").forEach((row) => row.remove());
    const chosen = rows.querySelector(`[data-stage="${store.stage}"]`);
    const make = FINER[store.stage];
    if (!chosen || !make) {
      return;
    }
    make().reverse().forEach(({ label, figure, paint }) => {
      const row = element("div", { class: "row finer", "data-test": "finer" });
      const head = element("div", { class: "row-head" });
      head.append(element("span", {}, label), element("span", { class: "figure" }, figure), element("span"));
      const lane = element("div", { class: "lane" });
      lane.append(element("canvas", { "aria-hidden": "true" }));
      lane.addEventListener("pointerdown", scrub);
      row.append(head, lane);
      row.paint = () => paint(lane.firstElementChild, span());
      chosen.after(row);
    });
  }

  function draw() {
    for (const row of store.kept.ledger) {
      const canvas = rows.querySelector(`[data-stage="${row.stage}"] canvas`);
      if (row.lane === "bars") {
        drawBars(canvas, row.bars, span());
      } else if (row.lane === "curve" && curves[row.stage].points) {
        drawCurve(canvas, curves[row.stage].points, span(), CURVES[row.stage].limit, CURVES[row.stage].unit);
      } else if (row.lane === "wave") {
        drawSound(canvas, soundClips(store).map((clip) => clip.slot), span());
      } else if (row.lane === "curve") {
        drawNothing(canvas, curves[row.stage].key ? "measuring" : "not measured");
      } else {
        drawNothing(canvas, "not measured");
      }
    }
    rows.querySelectorAll(".finer").forEach((row) => row.paint());
    drawRuler(ruler.querySelector("canvas"), span(), store.range);
    showTime();
  }

  function drawSound(canvas, slots, at) {
    return drawWaveLane(canvas, store, slots, at, EDGE)
      .then((any) => any || drawNothing(canvas, "no sound"))
      .catch(() => drawNothing(canvas, "the sound cannot be read"));
  }

  const damagedPlaces = ({ slot }) => {
    const { length } = store.kept.ledger[0].bars.find((bar) => bar.label === slot).damaged;
    return length ? `damaged at ${length} ${length === 1 ? "place" : "places"}` : "";
  };

  const FINER = {
    gather: () => store.kept.clips.map((clip) => ({
      label: clip.slot,
      figure: damagedPlaces(clip) || `${clip.width} x ${clip.height}, ${clip.seconds.toFixed(2)} s`,
      paint: (canvas, at) => drawBars(canvas, store.kept.ledger[0].bars.filter((bar) => bar.label === clip.slot), at),
    })),
    rig: () => (curves.rig.lenses ?? []).map((lens) => ({
      label: lens.slot,
      figure: lens.points.length ? `${Math.max(...lens.points.map((point) => point[1])).toFixed(3)}° at most` : "shares nothing",
      paint: (canvas, at) => lens.points.length ? drawCurve(canvas, lens.points, at, SURE_DEGREES, "°") : drawNothing(canvas, "nothing to compare"),
    })),
    balance: () => [
      ...(curves.balance.seams ?? []).map(({ first, second, points }) => ({
        label: `${first}·${second}`,
        figure: points.length ? `${Math.max(...points.map((point) => point[1])).toFixed(2)} stops at most` : "shares nothing",
        paint: (canvas, at) => points.length ? drawCurve(canvas, points, at, SURE_STOPS, "stops") : drawNothing(canvas, "nothing to compare"),
      })),
      ...(curves.balance.clipped ?? []).map(({ slot, points }) => ({
        label: slot,
        figure: `${Math.max(...points.map((point) => point[1])).toFixed(1)}% clipped at most`,
        paint: (canvas, at) => drawCurve(canvas, points, at, MUCH_CLIPPED, "% clipped"),
      })),
    ],
    sync: () => soundClips(store).map((clip) => ({
      label: clip.slot,
      figure: lateFigure(clip.slot),
      paint: (canvas, at) => drawSound(canvas, [clip.slot], at).then(() => drawLate(canvas, late.lenses.find((each) => each.slot === clip.slot)?.points ?? [], at, 1 / store.kept.rate)),
    })),
  };

  /** How late a lens's sound is, in the middle of the take: what is left of its lag. */
  function lateFigure(slot) {
    const points = late.lenses.find((each) => each.slot === slot)?.points ?? [];
    const sorted = points.map((point) => 1000 * point[1]).sort((one, two) => one - two);
    const start = `${plain(offsetOf(store, slot), 3)} s`;
    const middle = sorted[Math.floor(sorted.length / 2)];
    return sorted.length ? `${start}, ${Math.abs(middle) < 0.5 ? "in step" : `${plain(Math.abs(middle), 0)} ms ${middle < 0 ? "early" : "late"}`}` : start;
  }

  async function listen() {
    const { revision } = store.kept;
    if (late.revision === revision || store.stage !== "sync") {
      return;
    }
    late = { revision, lenses: [] };
    try {
      const lenses = await askJson(`${store.path}/revisions/${revision}/residuals`);
      if (revision === store.kept.revision) {
        late = { revision, lenses };
        choose();
      }
    } catch {
      // The waveforms stay; a clip that cannot be read is told where offsets are found.
    }
  }

  /** What a curve depends on: it is measured anew where that changed, not at every revision. */
  const depends = {
    rig: ({ rig, clips }) => JSON.stringify([rig.lenses, rig.off, clips]),
    balance: ({ rig, clips, balance, seams }) => JSON.stringify([rig.lenses, rig.off, clips, balance, seams.meeting_m]),
  };

  async function measure() {
    for (const stage of Object.keys(curves)) {
      const wanted = store.kept.ledger.some((row) => row.stage === stage && row.lane === "curve");
      const key = depends[stage](store.kept.recipe);
      // Geometry over time takes long to measure: only for those who look at it.
      if (!wanted || curves[stage].key === key || (stage === "rig" && store.stage !== "rig")) {
        continue;
      }
      curves[stage] = { key };
      askJson(`${store.path}/revisions/${store.kept.revision}/lanes/${stage}`)
        .then((answer) => {
          if (curves[stage].key === key) {
            curves[stage] = { key, ...answer };
            choose();
          }
        })
        .catch(() => (curves[stage] = { key: null }));
    }
  }

  function showTime() {
    document.getElementById("time").textContent = clock(store.time);
    const frame = Math.round((store.time - store.kept.from) * store.kept.rate) + 1;
    const frames = Math.round((store.kept.to - store.kept.from) * store.kept.rate);
    document.getElementById("frame").textContent = `${frame} of ${frames}`;
    const left = ruler.offsetLeft + timeToX(store.time, span(), ruler.clientWidth);
    playhead.style.left = `${left}px`;
    if (!store.following) {
      // Its own height would keep the ledger as tall as it was before finer lanes went away.
      playhead.style.height = "";
      playhead.style.height = `${document.getElementById("ledger").scrollHeight}px`;
    }
  }

  function scrub(event) {
    const lane = event.currentTarget;
    const box = lane.getBoundingClientRect();
    const timeAt = (e) => xToTime(e.clientX - box.left, span(), box.width);
    const near = (time) => Math.abs(timeToX(time, span(), box.width) - (event.clientX - box.left)) < 7;
    // The ends of the range have handles at the ruler's lower edge.
    const low = lane === ruler && event.clientY - box.top > box.height - 14;
    const end = low && near(store.range.from) ? "from" : low && near(store.range.to) ? "to" : null;
    const move = (e) => {
      if (end) {
        store.setRange({ ...store.range, [end]: timeAt(e) });
      } else {
        store.setTime(timeAt(e));
      }
    };
    move(event);
    lane.setPointerCapture(event.pointerId);
    lane.addEventListener("pointermove", move);
    lane.addEventListener("pointerup", () => lane.removeEventListener("pointermove", move), { once: true });
  }

  ruler.addEventListener("pointerdown", scrub);
  startRangeEnds(store, (time) => timeToX(time, span(), ruler.clientWidth));
  document.getElementById("back").addEventListener("click", () => store.setTime(store.time - 1 / store.kept.rate));
  document.getElementById("forth").addEventListener("click", () => store.setTime(store.time + 1 / store.kept.rate));
  store.addEventListener("kept", build);
  store.addEventListener("stage", choose);
  store.addEventListener("draft", () => store.stage === "sync" && draw());
  store.addEventListener("time", () => {
    // Only the playhead moves with a film.
    if (!store.following) {
      drawRuler(ruler.querySelector("canvas"), span(), store.range);
    }
    showTime();
  });
  document.addEventListener("theme", draw);
  new ResizeObserver(() => store.kept && draw()).observe(document.getElementById("ledger"));
}
