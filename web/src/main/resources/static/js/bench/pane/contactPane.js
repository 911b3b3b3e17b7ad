import { latest } from "./latest.js";
import { Surface } from "./surface.js";

const GAP = 8;

/** All lens pictures of the moment side by side, with their letters. */
export class ContactPane {
  constructor(host, store, pane) {
    this.store = store;
    this.surface = new Surface(host);
    this.surface.overlay = (g, o) => this.drawLetters(g, o);
    this.pictures = latest(async (signal) => {
      const clips = store.kept.clips;
      const bitmaps = await Promise.all(clips.map((clip) => store.lensPicture(clip.slot, 1, signal)));
      const height = Math.max(...bitmaps.map((bitmap) => bitmap.height));
      const width = bitmaps.reduce((sum, bitmap) => sum + bitmap.width + GAP, -GAP);
      const sheet = new OffscreenCanvas(width, height);
      const g = sheet.getContext("2d");
      this.places = [];
      let x = 0;
      bitmaps.forEach((bitmap, i) => {
        g.drawImage(bitmap, x, 0);
        this.places.push({ slot: clips[i].slot, x: x / width });
        x += bitmap.width + GAP;
      });
      this.surface.show(sheet.transferToImageBitmap(), { width: width * 2, height: height * 2 });
      host.dataset.shown = String(Number(host.dataset.shown ?? 0) + 1);
      pane.says(`${clips.length} lenses at one instant`);
      pane.note("");
    }, (failure) => pane.note(failure.message));
  }

  refresh() {
    this.pictures.ask();
  }

  drawLetters(g, o) {
    g.font = "600 13px Archivo";
    for (const place of this.places ?? []) {
      const x = o.x + place.x * o.width + 8;
      g.fillStyle = "#000";
      g.fillRect(x, o.y + 8, 22, 20);
      g.fillStyle = "#fff";
      g.fillText(place.slot, x + 6, o.y + 23);
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
