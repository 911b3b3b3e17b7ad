import { LookView } from "../../page/lookView.js";
import { eyesChoice } from "../../page/eyesChoice.js";
import { element } from "../../page/parts.js";
import { plain } from "../format.js";
import { sharp } from "../lane.js";
import { stageOf } from "../stage/stages.js";
import { isHalf, isStereo } from "./eyes.js";
import { latest } from "./latest.js";

const WIDTH = 1920;
const DRAG_WIDTH = 1280;

/** The sphere from inside. */
export class LookPane {
  constructor(host, store, pane) {
    this.store = store;
    this.pane = pane;
    this.host = host;
    this.over = element("canvas", { class: "over" });
    this.view = new LookView(host, ({ yaw, pitch, field }) => {
      pane.says(`yaw ${plain(yaw, 0)}° pitch ${plain(pitch, 0)}° field ${plain(field, 0)}°`);
      this.redraw();
    });
    host.append(this.over);
    this.chooseEyes();
    this.view.mayTurn = (event) => !stageOf(store.stage).onLook?.grabs(this, event);
    host.addEventListener("pointerdown", (event) => {
      if (event.button === 0 && stageOf(store.stage).onLook?.grabs(this, event)) {
        stageOf(store.stage).onLook.grab(this, event);
      }
    });
    this.pictures = latest(async (signal, asker) => {
      const dragged = Object.keys(store.draft).length > 0;
      const wide = dragged ? DRAG_WIDTH : WIDTH;
      const { rig } = store.kept.recipe;
      const layout = { half: isHalf(rig), eyes: isStereo(rig) ? "beside" : "one" };
      const look = isStereo(rig) ? ["eyes", ...(layout.half ? ["half"] : [])] : [];
      const picture = await store.sphere(layout.half && isStereo(rig) ? wide / 2 : wide, signal, asker, pane.time(), look);
      if (picture) {
        this.view.show(picture.bitmap, isStereo(rig) ? layout : undefined);
        host.dataset.shown = String(Number(host.dataset.shown ?? 0) + 1);
        pane.note("");
      }
    }, (failure) => pane.note(failure.message));
  }

  /** Which eye is looked through; only where there are two. */
  chooseEyes() {
    if (isStereo(this.store.kept.recipe.rig)) {
      this.pane.tools.append(eyesChoice(this.view));
    }
  }

  /** The place of the canvas under a pointer. */
  placeAt(event) {
    return this.view.placeAt(event);
  }

  /** What a stage draws over the picture. */
  redraw() {
    const { drawn } = stageOf(this.store.stage);
    const { g } = sharp(this.over);
    drawn?.paint(g, this, (place) => this.onScreen(place));
  }

  /** Where a place of the canvas is seen, screen pixels; null where it is not. */
  onScreen(place) {
    return this.view.onScreen(place);
  }

  refresh() {
    if (this.store.film && this.pane.held === undefined) {
      this.view.follow(this.store.film);
      return;
    }
    this.view.source = null;
    this.pictures.ask();
    stageOf(this.store.stage).drawn?.refresh(this);
  }

  fit() {
    this.view.field = 90;
    this.view.draw();
  }

  one() {
    this.view.field = (this.view.host.clientWidth / this.store.kept.canvasWidth) * 360;
    this.view.zoom(1);
  }

  close() {
    this.pictures.close();
    this.over.remove();
    this.view.close();
  }
}
