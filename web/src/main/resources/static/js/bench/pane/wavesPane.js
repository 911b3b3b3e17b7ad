import { clock } from "../format.js";
import { sharp } from "../lane.js";
import { claps, drawWave, loudest, offsetOf, soundClips, waveform } from "../waves.js";
import { latest } from "./latest.js";

const START_SECONDS = 4;
const LEAST_SECONDS = 0.004;
const LABEL = 26;

/** The sound of all clips on one time axis around the playhead: the wheel zooms in time, a drag moves, a click sets the moment. */
export class WavesPane {
  constructor(host, store, pane) {
    this.host = host;
    this.store = store;
    this.pane = pane;
    this.seconds = pane.options.waveSeconds ?? START_SECONDS;
    this.middle = store.time;
    this.followed = store.time;
    this.canvas = document.createElement("canvas");
    host.append(this.canvas);
    this.work = latest(() => this.draw(), (failure) => pane.note(failure.message));
    this.watch = new ResizeObserver(() => this.work.ask());
    this.watch.observe(host);
    this.listen("wheel", (event) => this.wheel(event));
    this.listen("pointerdown", (event) => this.drag(event));
  }

  listen(name, work) {
    this.stop ??= new AbortController();
    this.host.addEventListener(name, work, { passive: false, signal: this.stop.signal });
  }

  refresh() {
    if (this.store.time !== this.followed) {
      this.followed = this.store.time;
      this.middle = this.store.time;
    }
    this.work.ask();
  }

  span() {
    return { from: this.middle - this.seconds / 2, to: this.middle + this.seconds / 2 };
  }

  timeAt(event) {
    const box = this.host.getBoundingClientRect();
    const share = (event.clientX - box.left - LABEL) / (box.width - LABEL);
    return this.span().from + share * this.seconds;
  }

  async draw() {
    const span = this.span();
    const clips = soundClips(this.store);
    const buckets = Math.max(16, Math.floor(this.host.clientWidth - LABEL));
    const waves = await Promise.all(
      clips.map((clip) => {
        const offset = offsetOf(this.store, clip.slot);
        return waveform(this.store, clip.slot, span.from - offset, span.to - offset, buckets);
      }),
    );
    const marks = await Promise.all(clips.map((clip) => claps(this.store, clip.slot)));
    const { g, width, height } = sharp(this.canvas);
    const band = (height - 18) / clips.length;
    clips.forEach((clip, i) => {
      const y = i * band;
      g.fillStyle = "#f2f2f2";
      g.font = "600 12px Archivo";
      g.fillText(clip.slot, 8, y + band / 2 + 4);
      if (waves[i]) {
        drawWave(g, waves[i], { x: LABEL, y: y + 2, width: width - LABEL, height: band - 4, loud: loudest(waves[i]), style: "#dcdcdc" });
      } else {
        g.font = "12px Archivo";
        g.fillText("no sound", LABEL + 6, y + band / 2 + 4);
      }
      this.mark(g, marks[i].map((time) => time + offsetOf(this.store, clip.slot)), span, { x: LABEL, y, width: width - LABEL });
      g.fillStyle = "#6a6a6a";
      g.fillRect(0, y + band - 0.5, width, 1);
    });
    this.axis(g, span, width, height);
    this.host.dataset.shown = String(Number(this.host.dataset.shown ?? 0) + 1);
    this.pane.says(`${this.seconds < 1 ? `${(1000 * this.seconds).toFixed(0)} ms` : `${this.seconds.toFixed(1)} s`}${this.store.comparing ? ", before" : ""}`);
  }

  /** Found claps: a small notch over the waveform. */
  mark(g, times, span, { x, y, width }) {
    g.fillStyle = "#e7c46a";
    for (const time of times.filter((each) => each >= span.from && each <= span.to)) {
      const at = x + ((time - span.from) / this.seconds) * width;
      g.beginPath();
      g.moveTo(at - 4, y + 1);
      g.lineTo(at + 4, y + 1);
      g.lineTo(at, y + 8);
      g.fill();
    }
  }

  axis(g, span, width, height) {
    const inner = width - LABEL;
    const xOf = (time) => LABEL + ((time - span.from) / this.seconds) * inner;
    const steps = [0.001, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 30, 60, 300];
    const step = steps.find((size) => (size / this.seconds) * inner > 90) ?? 600;
    g.font = "11px Archivo";
    g.fillStyle = "#cfcfcf";
    for (let t = Math.ceil(span.from / step) * step; t <= span.to; t += step) {
      g.fillRect(xOf(t), height - 18, 1, 5);
      g.fillText(step < 0.01 ? t.toFixed(3) : clock(t), xOf(t) + 3, height - 6);
    }
    const x = xOf(this.store.time);
    if (x >= LABEL && x <= width) {
      g.fillStyle = "#58bdbd";
      g.fillRect(x - 1, 0, 2, height);
    }
  }

  wheel(event) {
    event.preventDefault();
    const time = this.timeAt(event);
    const whole = this.store.kept.to - this.store.kept.from;
    const seconds = Math.max(LEAST_SECONDS, Math.min(Math.max(whole, 1) * 1.5, this.seconds * Math.exp(event.deltaY / 400)));
    this.middle = time + (this.middle - time) * (seconds / this.seconds);
    this.seconds = seconds;
    this.pane.options.waveSeconds = seconds;
    this.work.ask();
  }

  drag(event) {
    this.host.setPointerCapture(event.pointerId);
    const start = { x: event.clientX, middle: this.middle };
    let moved = false;
    const move = (next) => {
      moved ||= Math.abs(next.clientX - start.x) > 3;
      if (moved) {
        this.middle = start.middle - ((next.clientX - start.x) / (this.host.clientWidth - LABEL)) * this.seconds;
        this.work.ask();
      }
    };
    this.host.addEventListener("pointermove", move);
    this.host.addEventListener("pointerup", (end) => {
      this.host.removeEventListener("pointermove", move);
      if (!moved) {
        this.store.setTime(this.timeAt(end));
      }
    }, { once: true });
  }

  fit() {
    this.seconds = (this.store.kept.to - this.store.kept.from) * 1.05;
    this.middle = (this.store.kept.to + this.store.kept.from) / 2;
    this.work.ask();
  }

  one() {
    this.seconds = 0.1;
    this.work.ask();
  }

  close() {
    this.work.close();
    this.watch.disconnect();
    this.stop.abort();
    this.canvas.remove();
  }
}
