import { ask, askJson } from "../../page/api.js";
import { element } from "../../page/parts.js";
import { plain } from "../format.js";
import { stageOf } from "../stage/stages.js";
import { latest } from "./latest.js";
import { arranged, eyeAt, isHalf, isStereo, placeOn, sizeOf } from "./eyes.js";
import { Surface } from "./surface.js";

const WIDTH = 1024;
const DRAG_WIDTH = 640;
/** Of two eyes that take turns, milliseconds. */
const TURN_MS = 250;
const ARRANGEMENTS = [
  ["beside", "Side by side"], ["above", "One above the other"], ["anaglyph", "Anaglyph, grey"], ["difference", "Difference"],
  ["left", "Left eye"], ["right", "Right eye"], ["depth", "Depth picture"],
];

/** What both eyes see: beside each other, over each other, or as how far away it is. A click says how far away a thing is. */
export class EyesPane {
  constructor(host, store, pane) {
    this.host = host;
    this.store = store;
    this.pane = pane;
    pane.options.eyes ??= "beside";
    this.surface = new Surface(host);
    this.surface.overlay = (g, o) => this.drawMismatch(g, o);
    this.surface.onDraw = () => this.caption();
    this.pictures = latest((signal, asker) => this.fetch(signal, asker), (failure) => pane.note(failure.message));
    this.told = latest((signal) => this.fetchTold(signal), (failure) => pane.note(failure.message));
    this.choose();
    pane.tool("Alternate", "The two eyes in turn, one over the other: what jumps up or down strains the eyes", () => this.turning, () => this.alternate());
    pane.tool("Heights", "How much higher or lower one eye sees the same, ten times as large as it is", () => pane.options.heights, () => {
      pane.options.heights = !pane.options.heights;
      this.refresh();
    });
    host.addEventListener("click", (event) => this.point(event));
  }

  choose() {
    const choice = element("select", { "aria-label": "How the eyes are shown", "data-test": "eyes-shown" });
    choice.append(...ARRANGEMENTS.map(([value, name]) => element("option", { value }, name)));
    choice.value = this.pane.options.eyes;
    choice.addEventListener("change", () => {
      this.pane.options.eyes = choice.value;
      this.compose();
      this.refresh();
    });
    this.pane.tools.append(choice);
  }

  refresh() {
    if (!isStereo(this.store.kept.recipe.rig)) {
      this.pane.note("The take has one picture for both eyes. Say in Depth which lens serves which eye.");
      return;
    }
    // A film is one eye's: the pictures come again when it stands.
    if (this.store.film && this.pane.held === undefined) {
      return;
    }
    this.pictures.ask();
    if (this.tells()) {
      this.told.ask();
    }
  }

  /** Whether more is needed than the pictures. */
  tells() {
    return this.pane.options.eyes === "depth" || this.pane.options.heights;
  }

  async fetch(signal, asker) {
    const dragged = Object.keys(this.store.draft).length > 0;
    const width = dragged ? DRAG_WIDTH : WIDTH;
    const look = ["eyes", ...(isHalf(this.store.kept.recipe.rig) ? ["half"] : []), ...(dragged ? ["quick"] : [])];
    const picture = await this.store.sphere(width, signal, asker, this.pane.time(), look);
    if (picture) {
      this.pair = picture.bitmap;
      this.pane.note("");
      this.compose();
      this.host.dataset.shown = String(Number(this.host.dataset.shown ?? 0) + 1);
    }
  }

  async fetchTold(signal) {
    const { revision } = this.store.kept;
    const time = this.pane.time();
    const path = `${this.store.path}/revisions/${revision}/depth`;
    const query = `t=${time.toFixed(6)}`;
    const asked = `${revision} ${time}`;
    if (this.pane.options.heights && this.toldOf !== asked) {
      ({ places: this.places } = await askJson(`${path}?${query}`, { signal }));
      this.toldOf = asked;
    }
    if (this.pane.options.eyes === "depth" && this.depthOf !== asked) {
      const response = await ask(`${path}/picture?${query}&half=${isHalf(this.store.kept.recipe.rig)}`, { signal });
      this.depth = await createImageBitmap(await response.blob());
      this.depthOf = asked;
    }
    this.compose();
    this.host.dataset.told = String(Number(this.host.dataset.told ?? 0) + 1);
  }

  /** The eye that is shown of two that take turns. */
  shown() {
    return this.turning ? (this.right ? "right" : "left") : this.pane.options.eyes;
  }

  compose() {
    if (this.pair) {
      const way = this.shown();
      this.surface.show(arranged(this.pair, way, this.depth), sizeOf(way, this.full()));
    }
  }

  /** The size of one eye's picture as it would be seen 1:1. */
  full() {
    const width = this.store.kept.canvasWidth / (isHalf(this.store.kept.recipe.rig) ? 2 : 1);
    return { width, height: isHalf(this.store.kept.recipe.rig) ? width : width / 2 };
  }

  alternate() {
    this.turning = !this.turning;
    clearInterval(this.timer);
    if (this.turning) {
      this.timer = setInterval(() => {
        this.right = !this.right;
        this.compose();
      }, TURN_MS);
    }
    this.compose();
  }

  /** The screen's disparity at the moment. */
  screen() {
    return stageOf("depth").screenAt(this.store, this.pane.time());
  }

  drawMismatch(g, o) {
    if (!this.pane.options.heights || !this.places) {
      return;
    }
    g.lineWidth = 1.2;
    for (const [yaw, pitch, disparity, vertical] of this.places) {
      for (const eye of ["left", "right"]) {
        const beside = ((eye === "left" ? 1 : -1) * (disparity - this.screen())) / 2;
        const at = placeOn(this.shown(), eye, { yaw: yaw + beside, pitch }, isHalf(this.store.kept.recipe.rig));
        if (at) {
          const x = o.x + at.x * o.width;
          const y = o.y + at.y * o.height;
          const off = ((eye === "left" ? -10 : 10) * vertical * at.perDegree * o.height) / 2;
          g.strokeStyle = Math.abs(vertical) > 0.15 ? "#e8853b" : "rgba(255,255,255,.75)";
          g.beginPath();
          g.moveTo(x, y);
          g.lineTo(x, y + off);
          g.stroke();
        }
      }
    }
  }

  async point(event) {
    const seen = eyeAt(this.shown(), this.surface.at(event), isHalf(this.store.kept.recipe.rig));
    const stage = stageOf(this.store.stage);
    if (!seen || !stage.onEyes || !isStereo(this.store.kept.recipe.rig)) {
      return;
    }
    await stage.onEyes.point(this, seen);
  }

  /** What is pointed at: its disparity as it was filmed, degrees. */
  disparityAt({ eye, yaw, pitch }) {
    const query = `t=${this.pane.time().toFixed(6)}&eye=${eye.toUpperCase()}&yaw=${plain(yaw, 4)}&pitch=${plain(pitch, 4)}`;
    return askJson(`${this.store.path}/revisions/${this.store.kept.revision}/depth/at?${query}`);
  }

  caption() {
    this.pane.says(this.said ?? "");
  }

  /** Says something about what was pointed at. */
  tell(text) {
    this.said = text;
    this.caption();
  }

  fit() {
    this.surface.zoomTo(0);
  }

  one() {
    this.surface.zoomTo(1 / (window.devicePixelRatio || 1));
  }

  close() {
    clearInterval(this.timer);
    this.pictures.close();
    this.told.close();
    this.surface.close();
  }
}
