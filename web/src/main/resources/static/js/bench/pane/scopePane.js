import { element } from "../../page/parts.js";
import { sharp } from "../lane.js";
import { latest } from "./latest.js";
import { scopes } from "../scopes.js";

const SPHERE = "sphere";
const WIDTH = 640;
const PICTURE = 1280;
const KINDS = { waveform: "Waveform", parade: "Parade", histogram: "Histogram", vector: "Vector" };

/** The signal of the sphere or of one lens, measured: as it is, without what makes log footage fit to be looked at. */
export class ScopePane {
  constructor(host, store, pane) {
    this.host = host;
    this.store = store;
    this.pane = pane;
    this.canvas = element("canvas", { "aria-label": "Scope" });
    host.append(this.canvas);
    this.small = new OffscreenCanvas(WIDTH, WIDTH / 2);
    this.work = latest((signal) => this.fetch(signal), (failure) => pane.note(failure.message));
    const lenses = store.kept.recipe.rig.lenses.map((lens) => [lens.slot, `Lens ${lens.slot}`]);
    this.choice("scopeOf", "What is measured", [[SPHERE, "Sphere"], ...lenses]);
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

  async fetch(signal) {
    const of = this.pane.options.scopeOf;
    const picture = of === SPHERE
      ? (await this.store.sphere(PICTURE, signal, this.pane.time(), ["signal"]))?.bitmap
      : await this.store.lensPicture(of, 1, signal, this.pane.time(), ["signal"]);
    if (picture) {
      const height = Math.round((WIDTH * picture.height) / picture.width);
      this.small.width = WIDTH;
      this.small.height = height;
      const g = this.small.getContext("2d", { willReadFrequently: true });
      g.imageSmoothingEnabled = false;
      g.drawImage(picture, 0, 0, WIDTH, height);
      this.pixels = g.getImageData(0, 0, WIDTH, height);
      this.pane.note("");
      this.draw();
      this.host.dataset.shown = String(Number(this.host.dataset.shown ?? 0) + 1);
    }
  }

  draw() {
    if (this.pixels) {
      const { g, width, height } = sharp(this.canvas);
      scopes[this.pane.options.scopeKind](g, width, height, this.pixels);
      this.pane.says(this.pane.options.scopeOf === SPHERE ? "percent of full scale" : "percent of full scale, as recorded");
    }
  }

  fit() {}

  one() {}

  close() {
    this.watch.disconnect();
  }
}
