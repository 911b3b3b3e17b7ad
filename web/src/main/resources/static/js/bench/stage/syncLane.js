import { askJson } from "../../page/api.js";
import { plain } from "../format.js";
import { drawLate, drawNothing, EDGE } from "../lane.js";
import { drawWaveLane, offsetOf, soundClips } from "../waves.js";

let late = { revision: 0, lenses: [] };

const drawSound = (canvas, store, slots, span) =>
  drawWaveLane(canvas, store, slots, span, EDGE)
    .then((any) => any || drawNothing(canvas, "no sound"))
    .catch(() => drawNothing(canvas, "the sound cannot be read"));

/** The sound of all clips, one over the other. */
export const lane = (canvas, store, span) => drawSound(canvas, store, soundClips(store).map((clip) => clip.slot), span);

/** The sound of each clip, and how late it is over time. */
export function finer(store, redraw) {
  listen(store, redraw);
  return soundClips(store).map(({ slot }) => ({
    label: slot,
    figure: lateFigure(store, slot),
    paint: (canvas, span) => drawSound(canvas, store, [slot], span).then(() => drawLate(canvas, pointsOf(slot), span, 1 / store.kept.rate)),
  }));
}

const pointsOf = (slot) => late.lenses.find((each) => each.slot === slot)?.points ?? [];

/** How late a lens's sound is, in the middle of the take: what is left of its lag. */
function lateFigure(store, slot) {
  const sorted = pointsOf(slot).map((point) => 1000 * point[1]).sort((one, two) => one - two);
  const start = `${plain(offsetOf(store, slot), 3)} s`;
  const middle = sorted[Math.floor(sorted.length / 2)];
  return sorted.length ? `${start}, ${Math.abs(middle) < 0.5 ? "in step" : `${plain(Math.abs(middle), 0)} ms ${middle < 0 ? "early" : "late"}`}` : start;
}

async function listen(store, redraw) {
  const { revision } = store.kept;
  if (late.revision === revision) {
    return;
  }
  late = { revision, lenses: [] };
  try {
    const lenses = await askJson(`${store.path}/revisions/${revision}/residuals`);
    if (revision === store.kept.revision) {
      late = { revision, lenses };
      redraw();
    }
  } catch {
    // The waveforms stay; a clip that cannot be read is told where offsets are found.
  }
}
