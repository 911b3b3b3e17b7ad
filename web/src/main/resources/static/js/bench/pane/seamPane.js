import { ask, askJson } from "../../page/api.js";
import { element } from "../../page/parts.js";
import { latest } from "./latest.js";
import { Surface } from "./surface.js";

const SHOWS = [["both", "As stitched"], ["first", "Upper lens"], ["second", "Lower lens"], ["difference", "Difference"]];
/** A seam is long and narrow: it is shown so high at first, of the pane. */
const HIGH = 0.6;

/** An overlap unrolled: its seam runs straight from left to right, one lens above it and one below. */
export class SeamPane {
  constructor(host, store, pane) {
    this.host = host;
    this.store = store;
    this.pane = pane;
    this.seams = [];
    this.surface = new Surface(host);
    this.surface.overlay = (g, o) => this.drawSeam(g, o);
    this.surface.onDraw = (percent) => this.seam() && pane.says(`lens ${this.seam().first} above ${this.seam().second}, at ${percent}%`);
    this.pictures = latest((signal) => this.fetch(signal), (failure) => pane.note(failure.message));
    this.choice = element("select", { "aria-label": "Which seam", "data-test": "seam-of" });
    this.choice.addEventListener("change", () => {
      pane.options.seam = this.choice.value;
      this.placed = false;
      this.refresh();
    });
    const show = element("select", { "aria-label": "What of the seam is shown", "data-test": "seam-show" });
    show.append(...SHOWS.map(([value, name]) => element("option", { value }, name)));
    show.value = pane.options.seamShow ?? "both";
    show.addEventListener("change", () => {
      pane.options.seamShow = show.value;
      this.refresh();
    });
    pane.tools.append(this.choice, show);
  }

  seam() {
    return this.seams.find((seam) => `${seam.first}-${seam.second}` === this.choice.value);
  }

  refresh() {
    // What is unrolled is too slow to follow a film; it catches up at its end.
    if (!this.store.film) {
      this.pictures.ask();
    }
  }

  async fetch(signal) {
    const { path, kept } = this.store;
    const of = `${path}/revisions/${kept.revision}/seams`;
    if (this.seamsOf !== of) {
      this.seams = await askJson(of, { signal });
      this.seamsOf = of;
      this.choice.replaceChildren(...this.seams.map(({ first, second }) => element("option", { value: `${first}-${second}` }, `Seam ${first} ${second}`)));
      const wanted = this.pane.options.seam;
      this.choice.value = this.seams.some(({ first, second }) => `${first}-${second}` === wanted) ? wanted : this.choice.value;
    }
    const seam = this.seam();
    if (!seam) {
      this.pane.note("No two lenses see the same: there is no seam.");
      return;
    }
    const one = async (show) => {
      const response = await ask(`${of}/${seam.first}-${seam.second}?t=${this.pane.time().toFixed(6)}&show=${show}`, { signal });
      return createImageBitmap(await response.blob());
    };
    const show = this.pane.options.seamShow ?? "both";
    const picture = show === "difference" ? difference(...(await Promise.all([one("first"), one("second")]))) : await one(show);
    this.surface.show(picture, { width: seam.width, height: seam.height });
    this.place(seam);
    this.pane.note("");
    this.host.dataset.shown = String(Number(this.host.dataset.shown ?? 0) + 1);
  }

  /** At first the strip fills the pane's height, and is looked at from its middle. */
  place({ width, height }) {
    if (!this.placed) {
      this.placed = true;
      const scale = (HIGH * this.host.clientHeight) / height;
      this.surface.scale = scale;
      this.surface.x = (this.host.clientWidth - width * scale) / 2;
      this.surface.draw();
    }
  }

  /** Short marks at both sides tell where the seam runs, without hiding it. */
  drawSeam(g, o) {
    const y = o.y + o.height / 2;
    g.strokeStyle = "#fff";
    g.lineWidth = 2;
    g.beginPath();
    g.moveTo(0, y);
    g.lineTo(14, y);
    g.moveTo(this.host.clientWidth - 14, y);
    g.lineTo(this.host.clientWidth, y);
    g.stroke();
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

/** By how much two pictures differ: black where they are alike. */
function difference(one, two) {
  const canvas = element("canvas", { width: one.width, height: one.height });
  const g = canvas.getContext("2d");
  g.drawImage(one, 0, 0);
  g.globalCompositeOperation = "difference";
  g.drawImage(two, 0, 0);
  return canvas;
}
