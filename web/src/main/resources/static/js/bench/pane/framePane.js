import { stageOf } from "../stage/stages.js";
import { current, lookAt } from "../stage/framings.js";
import { plain } from "../format.js";
import { FilmFrame } from "./filmFrame.js";
import { latest } from "./latest.js";
import { Surface } from "./surface.js";

const WIDTH = 1280;
const DRAG_WIDTH = 960;
/** After the playhead rests so long, the picture gets finer. */
const REST_MS = 150;
const STAGE = "framing";

/** What the framing that is worked on shows. In its own stage the pointer looks elsewhere and the wheel zooms; else they move the picture. */
export class FramePane {
  constructor(host, store, pane) {
    this.host = host;
    this.store = store;
    this.pane = pane;
    this.surface = new Surface(host);
    this.surface.onDraw = () => this.caption();
    this.surface.overlay = (g, o) => this.looks() && stageOf(STAGE).onFrame.paint(g, o);
    this.surface.mayPan = (event) => !this.looks() || event.button === 1 || event.ctrlKey;
    this.film = new FilmFrame();
    this.pictures = latest((signal, asker) => this.fetch(signal, asker), (failure) => pane.note(failure.message));
    host.addEventListener("pointerdown", (event) => {
      if (event.button === 0 && !event.ctrlKey && this.looks()) {
        stageOf(STAGE).onFrame.grab(this, event);
      }
    });
    host.addEventListener("wheel", (event) => {
      if (this.looks()) {
        event.preventDefault();
        event.stopImmediatePropagation();
        stageOf(STAGE).onFrame.zoom(this, Math.exp(event.deltaY / 800));
      }
    }, { capture: true, passive: false });
  }

  looks() {
    return this.store.stage === STAGE && Boolean(current(this.store));
  }

  /** The place of the framed picture under a pointer. */
  placeAt(event) {
    return this.surface.at(event);
  }

  redraw() {
    this.surface.draw();
  }

  refresh() {
    const framing = current(this.store);
    if (!framing) {
      this.pane.note("There is no framing yet: add one in Framing.");
      this.pane.says("");
      return;
    }
    if (this.store.film && this.pane.held === undefined) {
      const size = this.sizeOf(framing, WIDTH);
      this.surface.show(this.film.of(this.store.film, framing, lookAt(framing, this.store.time), size), size);
    } else if (!(this.store.comparing && this.store.stage === STAGE)) {
      // Frames of the moment that is shown are at hand; those of another one take their time.
      this.fine &&= this.shownTime === this.pane.time();
      this.pictures.ask();
    }
  }

  rest() {
    clearTimeout(this.resting);
    this.resting = setTimeout(() => {
      this.fine = true;
      this.pictures.ask();
    }, REST_MS);
  }

  sizeOf({ aspect }, width) {
    return { width, height: Math.max(2, 2 * Math.round((width * aspect.height) / aspect.width / 2)) };
  }

  async fetch(signal, asker) {
    const framing = current(this.store);
    if (!framing) {
      return;
    }
    const dragged = Object.keys(this.store.draft).length > 0;
    const { width, height } = framing.aspect;
    // Upright pictures are as high as others are wide.
    const wide = Math.round(((dragged ? DRAG_WIDTH : WIDTH) * Math.min(1, width / height)) / 4) * 4;
    const time = this.pane.time();
    const picture = await this.store.sphere(Math.max(64, wide), signal, asker, time, this.fine ? [] : ["quick"], framing.name);
    this.shownTime = time;
    if (!this.fine) {
      this.rest();
    }
    if (picture && (!this.store.film || this.pane.held !== undefined)) {
      this.surface.show(picture.bitmap, this.sizeOf(framing, WIDTH));
      this.pane.note("");
      this.host.dataset.shown = String(Number(this.host.dataset.shown ?? 0) + 1);
    }
  }

  caption() {
    const framing = current(this.store);
    if (framing) {
      const { yaw, pitch, field } = lookAt(framing, this.pane.time());
      this.pane.says(`${framing.name}: yaw ${plain(yaw, 0)}° pitch ${plain(pitch, 0)}° field ${plain(field, 0)}°`);
    }
  }

  fit() {
    this.surface.zoomTo(0);
  }

  one() {
    this.surface.zoomTo(1 / (window.devicePixelRatio || 1));
  }

  close() {
    clearTimeout(this.resting);
    this.pictures.close();
    this.film.close();
    this.surface.close();
  }
}
