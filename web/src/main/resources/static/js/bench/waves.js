import { ask, askJson } from "../page/api.js";
import { colour, sharp } from "./lane.js";

const kept = new Map();
const MOST_KEPT = 60;

/**
 * The lowest and highest sample of each part of clip time, or null where the clip has no sound.
 * @returns {Promise<?Int8Array>}
 */
export async function waveform(store, slot, from, to, buckets) {
  // The sound of a clip does not depend on the recipe, so any revision will do.
  const key = `${store.path} ${slot} ${from.toFixed(4)} ${to.toFixed(4)} ${buckets}`;
  if (!kept.has(key)) {
    const query = `from=${from.toFixed(6)}&to=${to.toFixed(6)}&buckets=${buckets}`;
    kept.set(key, ask(`${store.path}/revisions/${store.kept.revision}/waveform/${slot}?${query}`).then(async (response) =>
      response.status === 204 ? null : new Int8Array(await response.arrayBuffer()),
    ));
    kept.get(key).catch(() => kept.delete(key));
    if (kept.size > MOST_KEPT) {
      kept.delete(kept.keys().next().value);
    }
  }
  return kept.get(key);
}

const clapped = new Map();

/** Clip times of a clip's claps; they do not depend on the recipe. */
export function claps(store, slot) {
  const key = `${store.path} ${slot}`;
  if (!clapped.has(key)) {
    clapped.set(key, askJson(`${store.path}/revisions/${store.kept.revision}/claps/${slot}`));
    clapped.get(key).catch(() => clapped.delete(key));
  }
  return clapped.get(key);
}

/** The clips whose sound is their own: of a file with several lenses, the first. */
export function soundClips(store) {
  const files = new Set();
  return store.kept.clips.filter((clip) => !files.has(clip.file) && files.add(clip.file));
}

/** When a clip's first frame is, as it shows now. */
export function offsetOf(store, slot) {
  if (store.comparing && store.stage === "sync") {
    return 0;
  }
  return store.draft.offsets?.[slot] ?? store.kept.recipe.clips.find((clip) => clip.slot === slot).offset_seconds;
}

/** Draws a waveform into a band of a canvas; `loud` brings the loudest to the band's height. */
export function drawWave(g, wave, { x, y, width, height, loud, style }) {
  const middle = y + height / 2;
  const scale = height / 2 / Math.max(4, loud);
  const step = width / (wave.length / 2);
  g.fillStyle = style;
  for (let i = 0; i < wave.length / 2; i++) {
    const low = Math.min(-0.5, wave[2 * i] * scale);
    const high = Math.max(0.5, wave[2 * i + 1] * scale);
    g.fillRect(x + i * step, middle - high, Math.max(0.7, step), high - low);
  }
}

/** The largest magnitude in a waveform. */
export function loudest(wave) {
  return wave.reduce((most, value) => Math.max(most, Math.abs(value)), 1);
}

/** A lane with the sound of some clips over take time, drawn one over the other. */
export async function drawWaveLane(canvas, store, slots, span, edge) {
  const { width } = canvas.parentElement.getBoundingClientRect();
  const inner = Math.max(10, Math.floor(width - 2 * edge));
  const waves = await Promise.all(
    slots.map((slot) => waveform(store, slot, span.from - offsetOf(store, slot), span.to - offsetOf(store, slot), inner)),
  );
  const { g, height } = sharp(canvas);
  const ink = colour("--ink");
  waves.forEach((wave) => {
    if (wave) {
      g.globalAlpha = slots.length > 1 ? 0.45 : 0.75;
      drawWave(g, wave, { x: edge, y: 2, width: inner, height: height - 4, loud: loudest(wave), style: ink });
    }
  });
  g.globalAlpha = 1;
  return waves.some(Boolean);
}
