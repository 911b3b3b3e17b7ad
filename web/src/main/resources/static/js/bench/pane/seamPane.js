import { ask, askJson } from "../../page/api.js";
import { element } from "../../page/parts.js";
import { latest } from "./latest.js";
import { Surface } from "./surface.js";

const SHOWS = [["both", "As stitched"], ["first", "Left lens"], ["second", "Right lens"], ["difference", "Difference"]];
/** A seam is long and narrow: it is shown so wide at first, of the pane. */
const WIDE = 0.7;

/** An overlap unrolled: its seam runs straight upwards, one lens at its left and one at its right. */
export class SeamPane {
  constructor(host, store, pane) {
    this.host = host;
    this.store = store;
    this.pane = pane;
    this.seams = [];
    this.surface = new Surface(host);
    this.surface.overlay = (g, o) => this.drawSeam(g, o);
    this.surface.onDraw = (percent) => this.seam() && pane.says(`at ${percent}%`);
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
      return upright(await createImageBitmap(await response.blob()));
    };
    const show = this.pane.options.seamShow ?? "both";
    const picture = show === "difference" ? difference(...(await Promise.all([one("first"), one("second")]))) : await one(show);
    this.surface.show(picture, { width: seam.height, height: seam.width });
    this.place(seam);
    this.pane.note("");
    this.host.dataset.shown = String(Number(this.host.dataset.shown ?? 0) + 1);
  }

  /** At first the strip fills the pane's width, and is looked at from its middle. */
  place({ width, height }) {
    if (!this.placed) {
      this.placed = true;
      const scale = (WIDE * this.host.clientWidth) / height;
      this.surface.scale = scale;
      this.surface.y = (this.host.clientHeight - width * scale) / 2;
      this.surface.draw();
    }
  }

  /** Short marks above and below tell where the seam runs, without hiding it. */
  drawSeam(g, o) {
    const x = o.x + o.width / 2;
    g.strokeStyle = "#fff";
    g.lineWidth = 2;
    g.beginPath();
    g.moveTo(x, 0);
    g.lineTo(x, 14);
    g.moveTo(x, this.host.clientHeight - 14);
    g.lineTo(x, this.host.clientHeight);
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

/** Pictures of seams lie on their side: most seams are upright in the world. */
function upright(picture) {
  const canvas = element("canvas", { width: picture.height, height: picture.width });
  const g = canvas.getContext("2d");
  g.translate(0, picture.width);
  g.rotate(-Math.PI / 2);
  g.drawImage(picture, 0, 0);
  return canvas;
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
