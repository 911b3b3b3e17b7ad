import { latest } from "./latest.js";
import { Surface } from "./surface.js";

const GAP = 8;

/** In how many columns pictures are largest in a pane. */
function columnsFor(count, cell, host) {
  const size = (columns) => Math.min(host.clientWidth / (columns * cell.width), host.clientHeight / (Math.ceil(count / columns) * cell.height));
  let best = 1;
  for (let columns = 2; columns <= count; columns++) {
    best = size(columns) > size(best) ? columns : best;
  }
  return best;
}

/** All lens pictures of the moment side by side, with their letters. */
export class ContactPane {
  constructor(host, store, pane) {
    this.store = store;
    this.surface = new Surface(host);
    this.surface.overlay = (g, o) => this.drawLetters(g, o);
    this.pictures = latest(async (signal) => {
      const clips = store.kept.clips;
      const bitmaps = await Promise.all(clips.map((clip) => store.lensPicture(clip.slot, 1, signal, pane.time())));
      const cell = { width: Math.max(...bitmaps.map((b) => b.width)) + GAP, height: Math.max(...bitmaps.map((b) => b.height)) + GAP };
      const columns = columnsFor(clips.length, cell, host);
      const width = columns * cell.width - GAP;
      const height = Math.ceil(clips.length / columns) * cell.height - GAP;
      const sheet = new OffscreenCanvas(width, height);
      const g = sheet.getContext("2d");
      this.places = bitmaps.map((bitmap, i) => {
        const x = (i % columns) * cell.width;
        const y = Math.floor(i / columns) * cell.height;
        g.drawImage(bitmap, x, y, cell.width - GAP, ((cell.width - GAP) * bitmap.height) / bitmap.width);
        return { slot: clips[i].slot, x: x / width, y: y / height };
      });
      this.surface.show(sheet.transferToImageBitmap(), { width: width * 2, height: height * 2 });
      host.dataset.shown = String(Number(host.dataset.shown ?? 0) + 1);
      pane.says(`${clips.length} lenses at one instant`);
      pane.note("");
    }, (failure) => pane.note(failure.message));
  }

  refresh() {
    // Lens pictures are too slow to follow a film; they catch up at its end.
    if (this.store.film) {
      return;
    }
    this.pictures.ask();
  }

  drawLetters(g, o) {
    g.font = "600 13px Archivo";
    for (const place of this.places ?? []) {
      const x = o.x + place.x * o.width + 8;
      const y = o.y + place.y * o.height;
      g.fillStyle = "#000";
      g.fillRect(x, y + 8, 22, 20);
      g.fillStyle = "#fff";
      g.fillText(place.slot, x + 6, y + 23);
    }
  }

  fit() {
    this.surface.zoomTo(0);
  }

  one() {
    this.surface.zoomTo(1 / (window.devicePixelRatio || 1));
  }

  close() {
    this.pictures.close();
    this.surface.close();
  }
}
