import { element } from "../../page/parts.js";
import { tiePoints } from "../points.js";
import { stageOf } from "../stage/stages.js";
import { latest } from "./latest.js";
import { Split } from "./split.js";
import { Surface } from "./surface.js";

const LONGER = 20;
const HEAD = 4;

/** From a place of the picture towards another one. */
function arrow(g, o, from, to) {
  const [x, y] = from.map((value, k) => [o.x, o.y][k] + value * o.scale);
  const dx = (to[0] - from[0]) * LONGER * o.scale;
  const dy = (to[1] - from[1]) * LONGER * o.scale;
  const length = Math.hypot(dx, dy);
  g.moveTo(x, y);
  g.lineTo(x + dx, y + dy);
  if (length > 2) {
    const [ux, uy] = [(dx / length) * HEAD, (dy / length) * HEAD];
    g.moveTo(x + dx - ux - uy, y + dy - uy + ux);
    g.lineTo(x + dx, y + dy);
    g.lineTo(x + dx - ux + uy, y + dy - uy - ux);
  }
}

/** One lens's picture as recorded, with its image circle and axis. */
export class LensPane {
  constructor(host, store, pane) {
    this.store = store;
    this.pane = pane;
    this.host = host;
    this.surface = new Surface(host);
    this.split = new Split(host, this.surface);
    this.surface.overlay = (g, o) => {
      this.split.draw(g, o);
      this.handling()?.paint?.(this, g, o);
      this.drawCircle(g, o);
      this.drawArrows(g, o);
    };
    this.surface.onZoom = () => this.refresh();
    this.surface.onDraw = (percent) => pane.says(`${this.clip().width} x ${this.clip().height} at ${percent}%`);
    this.pictures = latest((signal) => this.fetch(signal), (failure) => pane.note(failure.message));
    const choice = element("select", { "aria-label": "Lens" });
    for (const lens of store.kept.recipe.rig.lenses) {
      choice.append(element("option", { value: lens.slot }, `Lens ${lens.slot}`));
    }
    const chosen = pane.options.slot ?? store.kept.recipe.rig.lenses[0].slot;
    choice.value = chosen;
    choice.addEventListener("change", () => {
      pane.options.slot = choice.value;
      this.refresh();
    });
    pane.options.slot = chosen;
    this.surface.size = { width: this.clip().width, height: this.clip().height };
    pane.tools.append(choice);
    pane.tool("Arrows", "From each tie point to where the other lens would have it, twenty times as long", () => pane.options.arrows, () => {
      pane.options.arrows = !pane.options.arrows;
      this.loadPoints();
    });
    pane.tool("Cleaned", "Left of the line as recorded, right of it with the noise taken out that Balance takes out", () => pane.options.cleaned, () => {
      pane.options.cleaned = !pane.options.cleaned;
      this.refresh();
    });
    this.surface.mayPan = (event) => !this.split.grips(event) && !this.handling()?.grip(this, event);
    host.addEventListener("pointerdown", (event) => !this.split.grips(event) && this.handling()?.grab(this, event));
    for (const kind of ["pointermove", "pointerleave"]) {
      host.addEventListener(kind, (event) => this.handling()?.hover?.(this, event));
    }
    this.loadPoints();
  }

  /** What the pointer does here in the chosen stage. */
  handling() {
    return stageOf(this.store.stage).onLens;
  }

  async loadPoints() {
    const { revision } = this.store.kept;
    if (this.pane.options.arrows && this.pointsOf !== revision) {
      const answer = await tiePoints(this.store).catch(() => null);
      this.points = answer?.points ?? [];
      this.pointsOf = revision;
    }
    this.surface.draw();
  }

  refresh() {
    // Lens pictures are too slow to follow a film; they catch up at its end.
    if (this.store.film) {
      return;
    }
    this.loadPoints();
    this.pictures.ask();
  }

  clip() {
    return this.store.kept.clips.find((clip) => clip.slot === this.pane.options.slot);
  }

  async fetch(signal) {
    const { width, height } = this.clip();
    const shown = this.surface.now() * width * (window.devicePixelRatio || 1);
    const halvings = shown > width / 1.4 ? 0 : shown > width / 2.8 ? 1 : 2;
    const bitmap = await this.store.lensPicture(this.pane.options.slot, halvings, signal, this.pane.time());
    this.split.right = this.pane.options.cleaned
      ? await this.store.lensPicture(this.pane.options.slot, halvings, signal, this.pane.time(), ["cleaned"])
      : null;
    this.host.toggleAttribute("data-split", this.split.right !== null);
    this.surface.show(bitmap, { width, height });
    this.host.dataset.shown = String(Number(this.host.dataset.shown ?? 0) + 1);
    this.pane.note("");
  }

  lens() {
    return this.store.section("rig").lenses.find((entry) => entry.slot === this.pane.options.slot);
  }

  drawCircle(g, o) {
    const lens = this.lens();
    const scale = (o.scale * this.clip().width) / lens.width;
    const draw = (style, width) => {
      g.strokeStyle = style;
      g.lineWidth = width;
      if (lens.circle) {
        g.beginPath();
        g.arc(o.x + lens.circle.centre_x_px * scale, o.y + lens.circle.centre_y_px * scale, lens.circle.radius_px * scale, 0, 7);
        this.handling()?.mark?.(g, o.x + lens.circle.centre_x_px * scale, o.y + lens.circle.centre_y_px * scale);
        g.stroke();
      }
      const x = o.x + lens.centre_x_px * scale;
      const y = o.y + lens.centre_y_px * scale;
      g.beginPath();
      g.moveTo(x - 9, y);
      g.lineTo(x + 9, y);
      g.moveTo(x, y - 9);
      g.lineTo(x, y + 9);
      g.stroke();
    };
    draw("rgba(0,0,0,.7)", 3);
    draw("#fff", 1.3);
  }

  drawArrows(g, o) {
    if (!this.pane.options.arrows || !this.points) {
      return;
    }
    const number = this.store.kept.recipe.rig.lenses.findIndex((lens) => lens.slot === this.pane.options.slot);
    for (const [style, width] of [["rgba(0,0,0,.7)", 3], ["#fff", 1.3]]) {
      g.strokeStyle = style;
      g.lineWidth = width;
      g.beginPath();
      for (const point of this.points) {
        const which = point.lenses.indexOf(number);
        if (which >= 0 && point.rest >= 0) {
          arrow(g, o, point.places[which], point.expected[which]);
        }
      }
      g.stroke();
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
