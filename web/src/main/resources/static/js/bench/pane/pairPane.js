import { ask, askJson } from "../../page/api.js";
import { element } from "../../page/parts.js";
import { toast } from "../../page/toast.js";
import { plain } from "../format.js";
import { sharp } from "../lane.js";
import { DOUBTED_PX, tiePoints } from "../points.js";
import { directionAt } from "../rotation.js";
import { latest } from "./latest.js";
import { Tangent, unit } from "./tangent.js";

const START_FIELD = 40;
const LEAST_FIELD = 2;
const MOST_FIELD = 100;
const NEAR_PX = 12;
const MOST_SIDE = 1024;
const HEAD = 18;
const BAR = 30;
const DEGREES = 180 / Math.PI;

/** Two lenses side by side, upright and of one scale, with their tie points: found, placed and taken away here. */
export class PairPane {
  constructor(host, store, pane) {
    this.host = host;
    this.store = store;
    this.pane = pane;
    this.mode = null;
    this.chosen = null;
    this.pictures = [null, null];
    this.points = [];
    this.worst = 0;
    this.canvas = element("canvas");
    this.bar = element("div", { class: "pane-cap pane-bar" });
    host.append(this.canvas, this.bar);
    this.stop = new AbortController();
    this.work = latest((signal) => this.fetch(signal), (failure) => pane.note(failure.message));
    this.watch = new ResizeObserver(() => this.work.ask());
    this.watch.observe(host);
    for (const [name, work] of [["wheel", (event) => this.wheel(event)], ["pointerdown", (event) => this.press(event)]]) {
      host.addEventListener(name, work, { passive: false, signal: this.stop.signal });
    }
    store.addEventListener("pair", () => this.turnTo(store.pair), { signal: this.stop.signal });
    this.startTools();
    this.turnTo(pane.options.pair ?? store.pair ?? this.firstPair());
  }

  startTools() {
    this.select = element("select", { "aria-label": "Which two lenses", "data-test": "pair-of" });
    const slots = this.slots();
    for (let i = 0; i < slots.length; i++) {
      for (let j = i + 1; j < slots.length; j++) {
        this.select.append(element("option", { value: `${slots[i]} ${slots[j]}` }, `Lenses ${slots[i]} and ${slots[j]}`));
      }
    }
    this.select.addEventListener("change", () => {
      const [first, second] = this.select.value.split(" ");
      this.turnTo({ first, second, direction: null });
    });
    this.bar.append(this.select);
    const way = (mode) => () => {
      this.mode = this.mode === mode ? null : mode;
      this.half = null;
      this.showTools();
      this.draw();
    };
    this.pane.tool("Find here", "Click a place: the program looks for tie points around it", () => this.mode === "find", way("find"), this.bar);
    this.pane.tool("Place", "Click one thing in both pictures: the second place is snapped to the first", () => this.mode === "place", way("place"), this.bar);
    this.pane.tool("Delete", "Take the chosen tie point away", () => false, () => this.remove(), this.bar);
    this.pane.tool("Next worst", "Go to the tie point that the lenses disagree on most, then to the next", () => false, () => this.nextWorst(), this.bar);
    this.doing = element("span", { class: "says" });
    this.bar.append(this.doing);
  }

  showTools() {
    for (const [name, mode] of [["find here", "find"], ["place", "place"]]) {
      this.bar.querySelector(`[data-tool="${name}"]`).setAttribute("aria-pressed", String(this.mode === mode));
    }
    this.host.style.cursor = this.mode ? "crosshair" : "";
  }

  slots() {
    return this.store.kept.recipe.rig.lenses.map((lens) => lens.slot);
  }

  /** The pair that the solve tells most of, else the first two. */
  firstPair() {
    const pairs = [...(this.store.kept.recipe.rig.measure?.pairs ?? [])].sort((a, b) => b.points - a.points);
    const [first, second] = this.slots();
    return pairs[0] ? { first: pairs[0].first, second: pairs[0].second } : { first, second };
  }

  turnTo({ first, second, direction }) {
    this.pair = { first, second };
    this.select.value = `${first} ${second}`;
    this.direction = direction ?? this.between(first, second);
    this.field = START_FIELD;
    this.worst = 0;
    this.pane.options.pair = { first, second, direction: this.direction };
    this.work.ask();
  }

  /** Amid two lenses; beside them where they look apart. */
  between(first, second) {
    const axis = (slot) => {
      const lens = this.store.kept.recipe.rig.lenses.find((each) => each.slot === slot);
      return directionAt(0.5 + lens.yaw_deg / 360, 0.5 - lens.pitch_deg / 180);
    };
    const [a, b] = [axis(first), axis(second)];
    const sum = a.map((value, k) => value + b[k]);
    return Math.hypot(...sum) > 0.3 ? unit(sum) : unit([a[2], 0, -a[0]]);
  }

  refresh() {
    if (!this.store.film) {
      this.work.ask();
    }
  }

  async fetch(signal) {
    const { revision } = this.store.kept;
    const time = this.pane.time();
    const side = Math.min(MOST_SIDE, Math.round(this.side() * (window.devicePixelRatio || 1)));
    const direction = this.direction;
    const field = this.field;
    const asked = `${revision} ${time} ${side} ${direction} ${field} ${this.select.value}`;
    if (asked !== this.shown) {
      const [x, y, z] = direction.map((value) => value.toFixed(6));
      const pictures = await Promise.all(
        [this.pair.first, this.pair.second].map(async (slot) => {
          const query = `t=${time.toFixed(6)}&x=${x}&y=${y}&z=${z}&field=${field.toFixed(3)}&side=${side}`;
          const response = await ask(`${this.store.path}/revisions/${revision}/close-up/${slot}?${query}`, { signal });
          return createImageBitmap(await response.blob());
        }),
      );
      this.pictures = pictures;
      this.drawn = { direction, field };
      this.shown = asked;
    }
    const { points, moments } = await tiePoints(this.store);
    const numbers = [this.pair.first, this.pair.second].map((slot) => this.slots().indexOf(slot));
    this.moments = moments;
    this.points = points.filter((point) => point.lenses[0] === numbers[0] && point.lenses[1] === numbers[1] && point.rest >= 0);
    this.pane.note("");
    this.draw();
    this.host.dataset.points = String(this.points.length);
    this.host.dataset.shown = String(Number(this.host.dataset.shown ?? 0) + 1);
  }

  side() {
    return Math.max(32, Math.min(this.host.clientHeight - HEAD - BAR, this.host.clientWidth / 2 - 4));
  }

  /** The left upper corners of the two views. */
  corners() {
    const side = this.side();
    const middle = this.host.clientWidth / 2;
    const top = (this.host.clientHeight - BAR - HEAD - side) / 2 + HEAD;
    return [[middle - 3 - side, top], [middle + 3, top]];
  }

  view() {
    return new Tangent(this.direction, this.field);
  }

  draw() {
    const { g } = sharp(this.canvas);
    const side = this.side();
    const view = this.view();
    g.font = "600 12px Archivo";
    this.corners().forEach(([left, top], which) => {
      g.fillStyle = "#f2f2f2";
      g.fillText(`Lens ${which ? this.pair.second : this.pair.first}`, left + 2, top - 5);
      g.save();
      g.beginPath();
      g.rect(left, top, side, side);
      g.clip();
      g.fillStyle = "#000";
      g.fillRect(left, top, side, side);
      if (this.pictures[which]) {
        this.drawPicture(g, view, which, left, top, side);
      }
      this.drawPoints(g, view, which, left, top, side);
      g.restore();
    });
    this.caption();
  }

  /** A picture that is of another direction still is moved and scaled to where it belongs until the right one is there. */
  drawPicture(g, view, which, left, top, side) {
    const scale = Math.tan(this.drawn.field / 2 / DEGREES) / view.reach;
    const at = view.place(this.drawn.direction) ?? [0, 0];
    const size = side * scale;
    g.drawImage(this.pictures[which], left + (side * (1 + at[0]) - size) / 2, top + (side * (1 + at[1]) - size) / 2, size, size);
  }

  drawPoints(g, view, which, left, top, side) {
    const at = (direction) => {
      const place = view.place(direction);
      return place && [left + (side * (1 + place[0])) / 2, top + (side * (1 + place[1])) / 2];
    };
    g.font = "11px Archivo";
    for (const point of this.points) {
      const place = at(point.seen[which]);
      if (place && Math.abs(place[0] - left - side / 2) < side && Math.abs(place[1] - top - side / 2) < side) {
        this.ring(g, place, point);
      }
    }
    if (this.half && this.half.which === which) {
      this.cross(g, at(this.half.direction));
    }
  }

  /** A point's ring is the larger the more the lenses disagree; a doubted one is crossed. */
  ring(g, [x, y], point) {
    const chosen = point.number === this.chosen;
    const radius = 4 + Math.min(18, 5 * point.rest);
    for (const [style, width] of [["rgba(0,0,0,.75)", 3.4], [chosen ? "#58bdbd" : "#fff", chosen ? 2 : 1.3]]) {
      g.strokeStyle = style;
      g.lineWidth = width;
      g.beginPath();
      g.arc(x, y, radius, 0, 7);
      if (point.byHand) {
        g.rect(x - 1.5, y - 1.5, 3, 3);
      }
      if (point.rest > DOUBTED_PX) {
        g.moveTo(x - radius, y - radius);
        g.lineTo(x + radius, y + radius);
      }
      g.stroke();
    }
    if (chosen) {
      const far = point.inverse < 0.01 ? "far" : `${plain(1 / point.inverse, 1)} m`;
      const text = `${plain(point.rest, 2)} px, ${far}`;
      g.fillStyle = "rgba(0,0,0,.75)";
      g.fillRect(x + radius + 4, y - 8, g.measureText(text).width + 8, 16);
      g.fillStyle = "#fff";
      g.fillText(text, x + radius + 8, y + 4);
    }
  }

  cross(g, [x, y]) {
    g.strokeStyle = "#58bdbd";
    g.lineWidth = 1.5;
    g.beginPath();
    g.moveTo(x - 10, y);
    g.lineTo(x + 10, y);
    g.moveTo(x, y - 10);
    g.lineTo(x, y + 10);
    g.stroke();
  }

  caption() {
    const doing = { find: "click where points are wanted", place: this.half ? "now the same thing in the other picture" : "click a thing in one picture" }[this.mode];
    this.doing.textContent = doing ?? `${this.points.length} tie points`;
    this.pane.says(`${plain(this.field, 0)}° across`);
  }

  /** Which view a pointer is over, and where in it; null beside both. */
  hit(event) {
    const box = this.host.getBoundingClientRect();
    const side = this.side();
    for (const [which, [left, top]] of this.corners().entries()) {
      const x = (2 * (event.clientX - box.left - left)) / side - 1;
      const y = (2 * (event.clientY - box.top - top)) / side - 1;
      if (Math.abs(x) <= 1 && Math.abs(y) <= 1) {
        return { which, place: [x, y] };
      }
    }
    return null;
  }

  wheel(event) {
    event.preventDefault();
    this.field = Math.max(LEAST_FIELD, Math.min(MOST_FIELD, this.field * Math.exp(event.deltaY / 500)));
    this.draw();
    this.work.ask();
  }

  /** A drag moves both views; a click chooses a point, or does what the chosen tool does. */
  press(event) {
    const start = this.hit(event);
    if (!start || event.button !== 0) {
      return;
    }
    this.host.setPointerCapture(event.pointerId);
    const view = this.view();
    const grabbed = view.direction(start.place);
    let moved = false;
    const move = (next) => {
      moved ||= Math.hypot(next.clientX - event.clientX, next.clientY - event.clientY) > 4;
      if (moved) {
        const side = this.side();
        const here = view.direction([start.place[0] + (2 * (next.clientX - event.clientX)) / side, start.place[1] + (2 * (next.clientY - event.clientY)) / side]);
        this.direction = unit(view.middle.map((value, k) => value + grabbed[k] - here[k]));
        this.pane.options.pair.direction = this.direction;
        this.draw();
        this.work.ask();
      }
    };
    this.host.addEventListener("pointermove", move);
    this.host.addEventListener("pointerup", () => {
      this.host.removeEventListener("pointermove", move);
      if (!moved) {
        this.click(start);
      }
    }, { once: true });
  }

  click({ which, place }) {
    const direction = this.view().direction(place);
    if (this.mode === "find") {
      this.find(which, direction);
    } else if (this.mode === "place") {
      this.place(which, direction);
    } else {
      this.choose(which, place);
    }
  }

  choose(which, [x, y]) {
    const view = this.view();
    const off = (point) => {
      const place = view.place(point.seen[which]);
      return place ? (Math.hypot(place[0] - x, place[1] - y) * this.side()) / 2 : Infinity;
    };
    const nearest = [...this.points].sort((a, b) => off(a) - off(b))[0];
    this.chosen = nearest && off(nearest) < NEAR_PX ? nearest.number : null;
    this.draw();
  }

  slot(which) {
    return which ? this.pair.second : this.pair.first;
  }

  order(which, [x, y, z]) {
    return { slot: this.slot(which), x, y, z };
  }

  async find(which, direction) {
    await this.change(async () => {
      const body = { seconds: this.pane.time(), place: this.order(which, direction) };
      const { count } = await askJson(`${this.store.path}/points/find?base=${this.store.kept.revision}`, { body });
      toast(count === 0 ? "Nothing there is clearly alike in two lenses. Try a place with more structure." : `${count} tie points found.`);
    });
  }

  async place(which, direction) {
    if (!this.half || this.half.which === which) {
      this.half = { which, direction };
      this.draw();
      return;
    }
    const one = this.order(this.half.which, this.half.direction);
    this.half = null;
    await this.change(() => ask(`${this.store.path}/points/place?base=${this.store.kept.revision}`, { body: { seconds: this.pane.time(), one, two: this.order(which, direction) } }));
  }

  async remove() {
    if (this.chosen === null) {
      toast("Click a tie point first, then delete it.");
      return;
    }
    const numbers = [this.chosen];
    this.chosen = null;
    await this.change(() => ask(`${this.store.path}/points/delete?base=${this.store.kept.revision}`, { body: { numbers } }));
  }

  async change(request) {
    try {
      await request();
      await this.store.load();
    } catch (failure) {
      toast(failure.message);
    }
  }

  nextWorst() {
    const sorted = [...this.points].sort((a, b) => b.rest - a.rest);
    const point = sorted[this.worst % Math.max(1, sorted.length)];
    if (!point) {
      toast("These two lenses have no tie points yet.");
      return;
    }
    this.worst++;
    this.chosen = point.number;
    this.direction = unit(point.seen[0]);
    this.field = Math.min(this.field, 12);
    this.store.setTime(this.moments[point.moment]);
    this.work.ask();
  }

  fit() {
    this.field = START_FIELD;
    this.work.ask();
  }

  one() {
    const lens = this.store.kept.recipe.rig.lenses.find((each) => each.slot === this.pair.first);
    const clip = this.store.kept.clips.find((each) => each.slot === this.pair.first);
    const focal = (lens.focal_px * clip.width) / lens.width;
    this.field = Math.max(LEAST_FIELD, Math.min(MOST_FIELD, (2 * Math.atan((this.side() * (window.devicePixelRatio || 1)) / 2 / focal)) * DEGREES));
    this.work.ask();
  }

  close() {
    this.work.close();
    this.watch.disconnect();
    this.stop.abort();
    this.canvas.remove();
    this.bar.remove();
    this.host.style.cursor = "";
  }
}
