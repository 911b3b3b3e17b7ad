import { element } from "../../page/parts.js";
import { sharp } from "../lane.js";
import { latest } from "./latest.js";
import { scopes } from "../scopes.js";

const SPHERE = "sphere";
const SEAM = "seam-";
/** Sum of three channels below which a pixel is taken for one that the lens does not see. */
const UNSEEN = 12;
/** Pixels from the edge of what is seen that are left out: as wide as the blocks of the pictures' compression. */
const EDGE = 4;
const WIDTH = 640;
const PICTURE = 1280;
const KINDS = { waveform: "Waveform", parade: "Parade", histogram: "Histogram", vector: "Vector" };

/** Leaves of two pictures what is seen in both, but for its edges, where compression spoils the values; says whether there is anything. */
function keepShared({ data: one, width }, { data: two }) {
  const sees = (i) => [one, two].every((data) => data[i] + data[i + 1] + data[i + 2] >= UNSEEN);
  const around = [0, -EDGE, EDGE, -EDGE * width, EDGE * width].map((pixels) => 4 * pixels);
  let shared = false;
  for (let i = 0; i < one.length; i += 4) {
    const both = around.every((step) => sees(Math.min(one.length - 4, Math.max(0, i + step))));
    shared ||= both;
    if (!both) {
      one[i + 3] = 0;
      two[i + 3] = 0;
    }
  }
  return shared;
}

/** The signal of the sphere, of one lens or of both sides of a seam, measured: as it is, without what makes log footage fit to be looked at. */
export class ScopePane {
  constructor(host, store, pane) {
    this.host = host;
    this.store = store;
    this.pane = pane;
    this.canvas = element("canvas", { "aria-label": "Scope" });
    host.append(this.canvas);
    this.small = new OffscreenCanvas(WIDTH, WIDTH / 2);
    this.work = latest((signal, asker) => this.fetch(signal, asker), (failure) => pane.note(failure.message));
    const lenses = store.kept.recipe.rig.lenses.map((lens) => [lens.slot, `Lens ${lens.slot}`]);
    const off = store.kept.recipe.rig.off ?? [];
    const on = store.kept.recipe.rig.lenses.map((lens) => lens.slot).filter((slot) => !off.includes(slot));
    const seams = on.flatMap((first, i) => on.slice(i + 1).map((second) => [`${SEAM}${first}-${second}`, `Seam ${first}·${second}`]));
    this.choice("scopeOf", "What is measured", [[SPHERE, "Sphere"], ...lenses, ...seams]);
    this.choice("scopeKind", "Scope", Object.entries(KINDS));
    this.watch = new ResizeObserver(() => this.draw());
    this.watch.observe(host);
  }

  choice(option, label, choices) {
    const select = element("select", { "aria-label": label, "data-test": option });
    select.append(...choices.map(([value, name]) => element("option", { value }, name)));
    this.pane.options[option] ??= choices[0][0];
    select.value = this.pane.options[option];
    select.addEventListener("change", () => {
      this.pane.options[option] = select.value;
      this.refresh();
    });
    this.pane.tools.append(select);
  }

  refresh() {
    // While a film plays its frames are not measured: each would have to be fetched again.
    if (!this.store.film || this.pane.held !== undefined) {
      this.work.ask();
    }
  }

  async fetch(signal, asker) {
    const of = this.pane.options.scopeOf;
    if (of.startsWith(SEAM)) {
      await this.fetchSides(of.split("-").slice(1), signal, asker);
      return;
    }
    const picture = of === SPHERE
      ? (await this.store.sphere(PICTURE, signal, asker, this.pane.time(), ["signal"]))?.bitmap
      : await this.store.lensPicture(of, 1, signal, this.pane.time(), ["signal"]);
    if (picture) {
      this.show([{ name: "", pixels: this.pixelsOf(picture) }], of === SPHERE ? "percent of full scale" : "percent of full scale, as recorded", "");
    }
  }

  /** Both sides of a seam, each as its own lens shows the places that both see. */
  async fetchSides([first, second], signal, asker) {
    const side = async (one, other) => (await this.store.sphere(PICTURE, signal, asker, this.pane.time(), ["signal", `side-${one}-${other}`]))?.bitmap;
    const pictures = await Promise.all([side(first, second), side(second, first)]);
    if (pictures.every(Boolean)) {
      const [one, two] = pictures.map((picture) => this.pixelsOf(picture));
      const shared = keepShared(one, two);
      this.show([{ name: first, pixels: one }, { name: second, pixels: two }], "percent of full scale", shared ? "" : `Lenses ${first} and ${second} share no place.`);
    }
  }

  pixelsOf(picture) {
    const height = Math.round((WIDTH * picture.height) / picture.width);
    this.small.width = WIDTH;
    this.small.height = height;
    const g = this.small.getContext("2d", { willReadFrequently: true });
    g.imageSmoothingEnabled = false;
    g.drawImage(picture, 0, 0, WIDTH, height);
    return g.getImageData(0, 0, WIDTH, height);
  }

  show(parts, unit, note) {
    this.parts = parts;
    this.unit = unit;
    this.pane.note(note);
    this.draw();
    this.host.dataset.shown = String(Number(this.host.dataset.shown ?? 0) + 1);
  }

  draw() {
    if (!this.parts) {
      return;
    }
    const { g, width, height } = sharp(this.canvas);
    const each = width / this.parts.length;
    this.parts.forEach(({ name, pixels }, i) => {
      g.save();
      g.translate(i * each, 0);
      scopes[this.pane.options.scopeKind](g, each, height, pixels);
      g.fillStyle = "#e8e8e8";
      g.font = "12px Archivo";
      g.textAlign = "right";
      g.fillText(name && `Lens ${name}`, each - 14, 28);
      g.restore();
    });
    this.pane.says(this.unit);
  }

  fit() {}

  one() {}

  close() {
    this.watch.disconnect();
  }
}
