import { askJson } from "../page/api.js";
import { element, fromTemplate, part } from "../page/parts.js";
import { clock } from "./format.js";
import { drawCurve, drawNothing, drawRuler, timeToX, xToTime } from "./lane.js";
import { namedRanges } from "./namedRanges.js";
import { startRangeEnds } from "./rangeEnds.js";
import { trackLane } from "./trackLane.js";
import { stageOf } from "./stage/stages.js";
import { verdictSign } from "./verdict.js";

/** The table under the picture: a row for each stage, its verdict, figure and lane, on one time axis. */
export function startLedger(store) {
  const rows = document.getElementById("rows");
  const ruler = document.getElementById("ruler");
  const playhead = document.getElementById("playhead");
  const ledger = document.getElementById("ledger");
  const lanes = new Map();
  /** What of the chosen stage was last scrolled to. */
  let seen = "";

  const span = () => ({ from: store.kept.from, to: store.kept.to });

  function build() {
    const top = ledger.scrollTop;
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
    const before = seen;
    choose();
    if (seen === before) {
      ledger.scrollTop = top;
    }
  }

  function choose() {
    for (const row of rows.querySelectorAll("[data-stage]")) {
      row.querySelector("button").setAttribute("aria-pressed", String(row.dataset.stage === store.stage));
      row.classList.toggle("chosen", row.dataset.stage === store.stage);
    }
    unfold();
    draw();
    measure();
  }

  /** The chosen row's finer lanes, and its tracks with their keys. */
  function unfold() {
    rows.querySelectorAll(".finer").forEach((row) => row.remove());
    const chosen = rows.querySelector(`[data-stage="${store.stage}"]`);
    const tracks = stageOf(store.stage).tracks?.(store) ?? [];
    const finer = [...finerOf(store.stage).map(finerRow), ...tracks.map(trackRow)];
    chosen?.after(...finer);
    const unfolded = `${store.stage} ${finer.length}`;
    if (chosen && unfolded !== seen) {
      seen = unfolded;
      // All of it where it fits, else from the row itself on.
      [finer.at(-1), chosen].forEach((row) => row?.scrollIntoView({ block: "nearest" }));
    }
  }

  function finerRow({ label, figure, paint }) {
    const head = element("div", { class: "row-head" });
    head.append(element("span", {}, label), element("span", { class: "figure" }, figure), element("span"));
    return laneRow("finer", head, paint, scrub);
  }

  function trackRow(of) {
    const track = trackLane(store, of);
    const row = laneRow("track", track.head, track.paint, (event) => track.grab(event, span()) || scrub(event));
    row.show = track.show;
    row.show();
    return row;
  }

  function laneRow(kind, head, paint, press) {
    const row = element("div", { class: "row finer", "data-test": kind });
    const lane = element("div", { class: "lane" });
    lane.append(element("canvas", { "aria-hidden": "true" }));
    lane.addEventListener("pointerdown", press);
    row.append(head, lane);
    row.paint = () => paint(lane.firstElementChild, span());
    return row;
  }

  /** A stage's own finer lanes, or the parts of what was measured. */
  function finerOf(stage) {
    const { finer } = stageOf(stage);
    return finer ? finer(store, choose) : (lanes.get(stage)?.finer ?? []).map((curve) => ({
      label: curve.label,
      figure: curve.points.length ? `${Math.max(...curve.points.map((point) => point[1])).toFixed(curve.decimals)}${curve.unit} at most` : "shares nothing",
      paint: (canvas, at) => curve.points.length ? drawCurve(canvas, curve, at) : drawNothing(canvas, "nothing to compare"),
    }));
  }

  function draw() {
    store.kept.ledger.forEach(drawRow);
    rows.querySelectorAll(".finer").forEach((row) => row.paint());
    drawRuler(ruler.querySelector("canvas"), span(), store.range, namedRanges(store));
    showTime();
  }

  function drawRow(row) {
    const canvas = rows.querySelector(`[data-stage="${row.stage}"] canvas`);
    const { lane } = stageOf(row.stage);
    const measured = row.lane ? lanes.get(row.stage) : undefined;
    if (lane) {
      lane(canvas, store, span());
    } else if (measured?.whole) {
      drawCurve(canvas, measured.whole, span());
    } else {
      drawNothing(canvas, measured && !measured.finer ? "measuring" : "not measured");
    }
  }

  /** Lanes are measured anew where what they depend on changed, not at every revision; long ones for those who look. */
  function measure() {
    for (const { stage, lane: key, laneLater } of store.kept.ledger) {
      if (!key || lanes.get(stage)?.key === key || (laneLater && store.stage !== stage)) {
        continue;
      }
      lanes.set(stage, { key });
      askJson(`${store.path}/revisions/${store.kept.revision}/stages/${stage}/lane`)
        .then((lane) => {
          if (lanes.get(stage)?.key === key) {
            lanes.set(stage, { key, ...lane });
            choose();
          }
        })
        .catch(() => lanes.delete(stage));
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
  store.addEventListener("sheet", choose);
  store.addEventListener("draft", () => stageOf(store.stage).showsDraft && draw());
  store.addEventListener("time", () => {
    // Only the playhead moves with a film.
    if (!store.following) {
      drawRuler(ruler.querySelector("canvas"), span(), store.range, namedRanges(store));
      rows.querySelectorAll("[data-test=track]").forEach((row) => {
        row.show();
        row.paint();
      });
    }
    showTime();
  });
  document.addEventListener("theme", draw);
  new ResizeObserver(() => store.kept && draw()).observe(document.getElementById("ledger"));
}
