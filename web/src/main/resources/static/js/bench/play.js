import { ask } from "../page/api.js";
import { toast } from "../page/toast.js";
import { FilmWidth } from "./filmWidth.js";
import { soundClips } from "./waves.js";

const VIDEO = "avc1.42C01F";
const SOUND = "mp4a.40.2";
const AHEAD_SECONDS = 4;
const RATE_EVERY_MS = 1000;

/**
 * Plays the stitched take with sound: the server makes a film of the newest revision from the playhead on, the page appends it
 * to a media source as it comes. While it plays, panes show the film and the playhead follows it.
 */
export class Play {
  constructor(store) {
    this.store = store;
    this.speed = 1;
    this.loop = false;
    this.sound = undefined;
    this.playing = false;
    this.size = new FilmWidth();
    this.video = document.createElement("video");
    this.video.preservesPitch = true;
    this.button = document.getElementById("play");
    this.says = document.getElementById("play-says");
    store.addEventListener("kept", () => this.playing && this.start());
    this.video.addEventListener("ended", () => this.ended());
  }

  toggle() {
    if (this.playing) {
      this.stop();
    } else {
      this.start();
    }
  }

  /** Starts at the playhead; a playhead at the end of the range starts the range again. */
  async start() {
    const { store } = this;
    this.abort?.abort();
    const run = new AbortController();
    this.abort = run;
    this.playing = true;
    this.size.begin();
    this.button.textContent = "❚❚";
    this.button.setAttribute("aria-label", "Pause");
    const { range } = store;
    const atEnd = store.time >= range.to - 1.5 / store.kept.rate;
    this.from = atEnd || store.time < range.from ? range.from : store.time;
    this.sound ??= soundClips(store).find((clip) => clip.sound !== "none")?.slot ?? "";
    const query = new URLSearchParams({ from: this.from.toFixed(6), to: range.to.toFixed(6), width: this.size.width, speed: this.speed });
    if (this.sound) {
      query.set("sound", this.sound);
    }
    try {
      const response = await ask(`${store.path}/revisions/${store.kept.revision}/film?${query}`, { signal: run.signal });
      await this.feed(response, run);
    } catch (failure) {
      if (failure.name !== "AbortError" && this.abort === run) {
        this.stop();
        toast(failure.message);
      }
    }
  }

  async feed(response, run) {
    const source = new MediaSource();
    const url = URL.createObjectURL(source);
    this.video.src = url;
    await new Promise((resolve) => source.addEventListener("sourceopen", resolve, { once: true }));
    URL.revokeObjectURL(url);
    const buffer = source.addSourceBuffer(`video/mp4; codecs="${this.sound ? `${VIDEO}, ${SOUND}` : VIDEO}"`);
    const idle = () => new Promise((resolve) => buffer.addEventListener("updateend", resolve, { once: true }));
    const reader = response.body.getReader();
    run.signal.addEventListener("abort", () => reader.cancel().catch(() => {}));
    this.video.play().catch((failure) => {
      if (failure.name === "NotAllowedError") {
        this.stop();
        toast("The browser lets nothing play before the page was clicked. Press Play again.");
      }
    });
    this.follow(run);
    for (;;) {
      const { done, value } = await reader.read();
      if (run.signal.aborted) {
        return;
      }
      if (done) {
        source.endOfStream();
        return;
      }
      const updated = idle();
      buffer.appendBuffer(value);
      await updated;
      // What is far ahead is not asked for: the server waits.
      while (!run.signal.aborted && buffer.buffered.length > 0 && buffer.buffered.end(0) - this.video.currentTime > AHEAD_SECONDS) {
        await new Promise((resolve) => setTimeout(resolve, 100));
      }
    }
  }

  /** Shows each frame as it is due, and the rate that is reached. */
  follow(run) {
    const { video } = this;
    const shown = () => {
      const quality = video.getVideoPlaybackQuality();
      return quality.totalVideoFrames - quality.droppedVideoFrames;
    };
    const over = () => run.signal.aborted || !this.playing;
    let before = shown();
    let since = performance.now();
    const frame = (now, { mediaTime }) => {
      if (!over()) {
        this.store.followFilm(video, this.from + mediaTime * this.speed);
        video.requestVideoFrameCallback(frame);
      }
    };
    video.requestVideoFrameCallback(frame);
    // A browser reports frames only when it draws the page for another reason: asking for each drawing gives one.
    const draw = (now) => {
      if (over()) {
        return;
      }
      if (now - since >= RATE_EVERY_MS) {
        this.rate = (1000 * (shown() - before)) / (now - since);
        this.tell();
        before = shown();
        since = now;
        const goesOn = !video.paused && this.store.range.to - this.store.time > 1;
        if (goesOn && this.size.reached(this.rate, this.store.kept.rate)) {
          this.start();
          return;
        }
      }
      requestAnimationFrame(draw);
    };
    requestAnimationFrame(draw);
  }

  tell() {
    const wanted = this.store.kept.rate;
    const short = this.rate < 0.92 * wanted ? ` of ${Math.round(wanted)}` : "";
    this.says.textContent = `${this.rate.toFixed(1)}${short} /s`;
    this.says.title = `Frames shown in a second, at ${this.size.width} x ${this.size.width / 2} from the proxies; smaller where that plays more smoothly`;
  }

  ended() {
    if (this.playing && this.loop) {
      this.store.setTime(this.store.range.from);
      this.start();
    } else {
      this.stop();
    }
  }

  stop() {
    this.playing = false;
    this.abort?.abort();
    this.video.pause();
    this.button.textContent = "▶";
    this.button.setAttribute("aria-label", "Play");
    this.says.textContent = "";
    this.store.endFilm();
  }

  setSpeed(speed) {
    this.speed = speed;
    if (this.playing) {
      this.start();
    }
  }

  setSound(slot) {
    this.sound = slot;
    if (this.playing) {
      this.start();
    }
  }
}

/** The playing controls at the ledger's time axis. */
export function startPlaying(store) {
  const play = new Play(store);
  const options = document.getElementById("play-options");
  const speed = document.getElementById("speed");
  const loop = document.getElementById("loop");
  const sound = document.getElementById("sound");
  play.button.addEventListener("click", () => play.toggle());
  document.getElementById("play-more").addEventListener("click", (event) => {
    options.hidden = !options.hidden;
    event.currentTarget.setAttribute("aria-expanded", String(!options.hidden));
  });
  speed.addEventListener("change", () => play.setSpeed(Number(speed.value)));
  loop.addEventListener("change", () => {
    play.loop = loop.checked;
  });
  sound.addEventListener("change", () => play.setSound(sound.value));
  store.addEventListener("kept", () => {
    if (sound.options.length > 0) {
      return;
    }
    for (const clip of soundClips(store).filter((each) => each.sound !== "none")) {
      sound.append(new Option(`Lens ${clip.slot}`, clip.slot));
    }
    sound.append(new Option("None", ""));
  });
  // A jump while it plays goes on from there.
  store.addEventListener("time", () => play.playing && !store.following && play.start());
  return play;
}
