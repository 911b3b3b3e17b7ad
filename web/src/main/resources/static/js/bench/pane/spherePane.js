import { askJson } from "../../page/api.js";
import { element } from "../../page/parts.js";
import { coverageOf, drawCoverage } from "../coverage.js";
import { plain } from "../format.js";
import { stageOf } from "../stage/stages.js";
import { latest } from "./latest.js";
import { Surface } from "./surface.js";

const PREVIEW_WIDTH = 1280;
/** How the lenses of an overlap meet: blended, cut off against each other, or in turn in strips so many degrees wide. */
const MEETINGS = [["", "Blended"], ["cut", "Cut"], ...[0.5, 1, 2, 4, 8].map((width) => [`strips-${width}`, `Strips ${width}°`])];

/** The stitched picture. Dragging pans, unless the chosen stage has another use for it. */
export class SpherePane {
  constructor(host, store, pane) {
    this.store = store;
    this.pane = pane;
    this.stop = new AbortController();
    this.surface = new Surface(host);
    // Known before the first picture, which would else be asked for at full size.
    this.surface.size = { width: this.fullWidth(), height: this.fullWidth() / 2 };
    this.host = host;
    this.surface.overlay = (g, o) => {
      this.drawCoverage(g, o);
      this.drawGrid(g, o);
      stageOf(store.stage).drawn?.paint(g, this, (place) => this.onScreen(place, o));
    };
    this.surface.onZoom = () => this.refresh();
    this.surface.onDraw = (percent) => this.caption(percent);
    this.surface.mayPan = (event) => !this.grabs(event) || event.button === 1 || event.ctrlKey;
    this.pictures = latest((signal, asker) => this.fetch(signal, asker), (failure) => pane.note(failure.message));
    host.addEventListener("pointerdown", (event) => {
      if (event.button === 0 && !event.ctrlKey && this.grabs(event)) {
        stageOf(store.stage).onSphere.grab(this, event);
      }
    });
    host.addEventListener("dblclick", (event) => stageOf(store.stage).onSphere?.doubleClick(this, event));
    this.chooseMeeting();
    pane.tool("Grid", "Grid and centre mark (G)", () => pane.options.grid, () => {
      pane.options.grid = !pane.options.grid;
      this.surface.draw();
    });
    pane.tool("Lenses", "Which lenses see which part, and what none sees", () => pane.options.coverage, () => {
      pane.options.coverage = !pane.options.coverage;
      this.loadCoverage();
    });
    pane.tool("Clipped", "What is clipped: orange stripes where the clips are, blue ones where the correction does it", () => pane.options.clipped, () => {
      pane.options.clipped = !pane.options.clipped;
      this.refresh();
    });
    pane.tool("Read", "Click a spot: what each lens says there, red green blue in percent, as recorded and as corrected", () => pane.options.read, () => {
      pane.options.read = !pane.options.read;
      pane.note("");
    });
    host.addEventListener("click", (event) => this.read(event));
    store.addEventListener("kept", () => this.loadCoverage(), { signal: this.stop.signal });
    this.loadCoverage();
  }

  /** The place of the canvas under a pointer. */
  placeAt(event) {
    return this.surface.at(event);
  }

  /** Where a place of the canvas is seen, screen pixels. */
  onScreen({ x, y }, o = this.surface.origin()) {
    return { x: o.x + x * o.width, y: o.y + y * o.height };
  }

  /** Whether the chosen stage has a use for a press there. */
  grabs(event) {
    const { onSphere } = stageOf(this.store.stage);
    return Boolean(onSphere) && (onSphere.grabs?.(this, event) ?? true);
  }

  redraw() {
    this.surface.draw();
  }

  looks() {
    return [this.pane.options.meeting, this.pane.options.clipped ? "clipped" : ""].filter(Boolean);
  }

  chooseMeeting() {
    const choice = element("select", { "aria-label": "How lenses meet", "data-test": "meeting", title: "Lenses blended, cut off against each other, or in turn in strips along the seam" });
    choice.append(...MEETINGS.map(([look, name]) => element("option", { value: look }, name)));
    choice.value = this.pane.options.meeting ?? "";
    choice.addEventListener("change", () => {
      this.pane.options.meeting = choice.value;
      this.refresh();
    });
    this.pane.tools.append(choice);
  }

  /** What each lens that sees a spot says there. */
  async read(event) {
    const { x, y } = this.surface.at(event);
    if (!this.pane.options.read || x < 0 || x > 1 || y < 0 || y > 1) {
      return;
    }
    const { path, kept } = this.store;
    const query = `t=${this.pane.time().toFixed(6)}&x=${x.toFixed(5)}&y=${y.toFixed(5)}`;
    const values = await askJson(`${path}/revisions/${kept.revision}/values?${query}`).catch((failure) => this.pane.note(failure.message));
    const rgb = (numbers) => numbers.map((number) => plain(number, 0)).join(" ");
    const said = (values ?? []).map(({ slot, recorded, corrected }) => `${slot}  ${rgb(recorded)} → ${rgb(corrected)}`);
    this.pane.note(said.length ? said.join("   ·   ") : values ? "No lens sees that spot." : "");
  }

  async loadCoverage() {
    this.coverage = this.pane.options.coverage ? await coverageOf(this.store).catch(() => null) : null;
    this.surface.draw();
  }

  /** The map is of the kept revision: while a draft moves the picture below it, it is left out. */
  drawCoverage(g, o) {
    if (this.coverage && Object.keys(this.store.draft).length === 0) {
      drawCoverage(g, o, this.coverage);
    }
  }

  refresh() {
    if (this.store.film && this.pane.held === undefined) {
      const full = this.fullWidth();
      this.surface.showFilm(this.store.film, { width: full, height: full / 2 });
      this.pane.says(`playing, ${this.store.film.videoWidth} x ${this.store.film.videoHeight}`);
      return;
    }
    this.pictures.ask();
    stageOf(this.store.stage).drawn?.refresh(this);
  }

  fullWidth() {
    return this.store.kept.canvasWidth;
  }

  async fetch(signal, asker) {
    const full = this.fullWidth();
    const shown = this.surface.now() * full * (window.devicePixelRatio || 1);
    const dragged = Object.keys(this.store.draft).length > 0;
    const width = dragged ? PREVIEW_WIDTH : shown > PREVIEW_WIDTH * 1.4 ? full : PREVIEW_WIDTH;
    const picture = await this.store.sphere(width, signal, asker, this.pane.time(), this.looks());
    if (picture && (!this.store.film || this.pane.held !== undefined)) {
      this.host.dataset.shown = String(Number(this.host.dataset.shown ?? 0) + 1);
      this.shownWidth = width;
      this.from = picture.from;
      this.surface.show(picture.bitmap, { width: full, height: full / 2 });
      this.pane.note("");
    }
  }

  caption(percent) {
    const full = this.fullWidth();
    const coarse = this.shownWidth < full && percent > (140 * this.shownWidth) / full;
    const from = this.store.comparing ? ", before" : this.from === "proxies" ? ", proxy" : "";
    this.pane.says(`${full} x ${full / 2} at ${percent}%${coarse ? ", getting finer" : from}`);
  }

  drawGrid(g, o) {
    if (!this.pane.options.grid) {
      return;
    }
    g.lineWidth = 1;
    for (let i = 0; i <= 12; i++) {
      const x = o.x + (o.width * i) / 12;
      const y = o.y + (o.height * i) / 12;
      const strong = i === 6;
      g.strokeStyle = strong ? "rgba(255,255,255,.85)" : "rgba(255,255,255,.28)";
      g.beginPath();
      g.moveTo(x, o.y);
      g.lineTo(x, o.y + o.height);
      if (i % 2 === 0 || strong) {
        g.moveTo(o.x, y);
        g.lineTo(o.x + o.width, y);
      }
      g.stroke();
    }
    const cx = o.x + o.width / 2;
    const cy = o.y + o.height / 2;
    g.strokeStyle = "#000";
    g.lineWidth = 3;
    this.cross(g, cx, cy);
    g.strokeStyle = "#fff";
    g.lineWidth = 1.5;
    this.cross(g, cx, cy);
  }

  cross(g, x, y) {
    g.beginPath();
    g.moveTo(x - 12, y);
    g.lineTo(x - 4, y);
    g.moveTo(x + 4, y);
    g.lineTo(x + 12, y);
    g.moveTo(x, y - 12);
    g.lineTo(x, y - 4);
    g.moveTo(x, y + 4);
    g.lineTo(x, y + 12);
    g.stroke();
  }

  fit() {
    this.surface.zoomTo(0);
  }

  one() {
    this.surface.zoomTo(1 / (window.devicePixelRatio || 1));
  }

  close() {
    this.stop.abort();
    this.pictures.close();
    this.surface.close();
  }
}
