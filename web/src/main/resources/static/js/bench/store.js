import { ask, askJson, Problem } from "../page/api.js";
import { toast } from "../page/toast.js";

/**
 * The state of the bench, in one place: what the server keeps (`kept`), what is being changed (`draft`, sections of the
 * recipe), the moment, and the chosen stage. Events: "kept", "draft", "time", "stage",
 * "sheet" (the sheet alone is to be built again), "pair".
 */
export class Store extends EventTarget {
  constructor(takeId) {
    super();
    this.path = `/api/takes/${takeId}`;
    this.kept = null;
    this.draft = {};
    this.comparing = false;
    this.film = null;
    this.following = false;
    this.time = 0;
    this.range = null;
    this.stage = localStorage.getItem("stage");
    this.queue = Promise.resolve();
    this.onConflict = () => {};
  }

  async load() {
    this.accept(await askJson(this.path));
  }

  accept(kept) {
    const before = this.kept;
    this.kept = kept;
    this.draft = {};
    this.range = this.rangeIn(before, kept);
    this.time = Math.max(kept.from, Math.min(this.lastTime(), this.time));
    this.dispatchEvent(new Event("kept"));
  }

  /** A section of the recipe as it shows now. */
  section(name) {
    return this.draft[name] ?? this.kept.recipe[name];
  }

  /** The range of a take whose span changed: the whole stays the whole, a part stays where the new span still has it. */
  rangeIn(before, kept) {
    const whole = { from: kept.from, to: kept.to };
    if (!this.range || (this.range.from <= before.from && this.range.to >= before.to)) {
      return whole;
    }
    const part = { from: Math.max(kept.from, this.range.from), to: Math.min(kept.to, this.range.to) };
    return part.to > part.from ? part : whole;
  }

  lastTime() {
    return this.kept.to - 1 / this.kept.rate;
  }

  /** Asks the panes to show two lenses side by side, and a place of theirs if one is given. */
  lookAtPair(first, second, direction = null) {
    this.pair = { first, second, direction };
    this.dispatchEvent(new Event("pair"));
  }

  setTime(seconds) {
    const frame = Math.round((seconds - this.kept.from) * this.kept.rate);
    const time = this.kept.from + frame / this.kept.rate;
    this.time = Math.max(this.kept.from, Math.min(this.lastTime(), time));
    this.dispatchEvent(new Event("time"));
  }

  /** A frame of the film that is played: panes show it, the playhead follows. */
  followFilm(video, seconds) {
    this.film = video;
    this.following = true;
    this.setTime(seconds);
    this.following = false;
  }

  endFilm() {
    if (this.film) {
      this.film = null;
      this.dispatchEvent(new Event("time"));
    }
  }

  setRange(range) {
    const least = 1 / this.kept.rate;
    const from = Math.max(this.kept.from, Math.min(range.from, this.kept.to - least));
    this.range = { from, to: Math.min(this.kept.to, Math.max(range.to, from + least)) };
    this.dispatchEvent(new Event("time"));
  }

  setStage(stage) {
    this.stage = stage;
    localStorage.setItem("stage", stage);
    this.dispatchEvent(new Event("stage"));
  }

  /** Shows a change of a section that is not saved yet. */
  preview(name, section) {
    this.previewAll({ [name]: section });
  }

  /** Shows changes of several sections that are not saved yet. */
  previewAll(set) {
    this.draft = { ...this.draft, ...set };
    this.dispatchEvent(new Event("draft"));
  }

  /** Shows the take without what the chosen stage does, as long as it is asked for. */
  compare(before) {
    if (this.comparing !== before) {
      this.comparing = before;
      this.dispatchEvent(new Event("draft"));
    }
  }

  dropDraft() {
    this.draft = {};
    this.dispatchEvent(new Event("draft"));
  }

  patch(label, set) {
    return { base: this.kept.revision, label, set };
  }

  /** Keeps a change as a revision; changes go out one after another. */
  keep(label, set) {
    return this.send(() => askJson(`${this.path}/revisions`, { body: this.patch(label, set) }), { label, set });
  }

  /** Makes the take what it was at a revision. */
  bringBack(number) {
    return this.send(() => askJson(`${this.path}/revisions/${number}/bring-back?base=${this.kept.revision}`, { method: "POST" }));
  }

  undo() {
    return this.send(() => askJson(`${this.path}/undo?base=${this.kept.revision}`, { method: "POST" }));
  }

  redo() {
    return this.send(() => askJson(`${this.path}/redo?base=${this.kept.revision}`, { method: "POST" }));
  }

  send(request, change) {
    this.queue = this.queue.then(async () => {
      try {
        this.accept(await request());
      } catch (failure) {
        if (failure instanceof Problem && failure.status === 409) {
          this.onConflict(failure.body, change);
        } else {
          this.dropDraft();
          toast(failure.message);
        }
      }
    });
    return this.queue;
  }

  /**
   * The picture of the sphere at the moment, null where a newer state overtook it.
   * @param {string} asker of {@link latest}: what it asked for before is given up for this
   * @param {string[]} look "cut" leaves out all blending, "clipped" marks what is clipped, "signal" shows values as they are
   * @param {?string} framing the name of the framing whose picture is wanted in the sphere's place
   * @returns {Promise<?{bitmap: ImageBitmap, from: "proxies"|"originals"}>}
   */
  async sphere(width, signal, asker, time = this.time, look = [], framing = null) {
    const framed = framing === null ? "" : `&framing=${encodeURIComponent(framing)}`;
    const query = `t=${time.toFixed(6)}&width=${width}${look.length ? `&look=${look.join(",")}` : ""}${framed}`;
    const unsaved = !this.comparing && Object.keys(this.draft).length > 0;
    const without = this.comparing ? `&without=${this.stage}` : "";
    const response = unsaved
      ? await ask(`${this.path}/sphere?${query}&asker=${asker}.${look.join(".")}`, { body: this.patch("", this.draft), signal })
      : await ask(`${this.path}/revisions/${this.kept.revision}/sphere?${query}${without}`, { signal });
    return response.status === 204
      ? null
      : { bitmap: await createImageBitmap(await response.blob()), from: response.headers.get("Foldback-From") };
  }

  async lensPicture(slot, halvings, signal, time = this.time, look = []) {
    const query = `t=${time.toFixed(6)}&halvings=${halvings}${look.length ? `&look=${look.join(",")}` : ""}`;
    const response = await ask(`${this.path}/revisions/${this.kept.revision}/lens/${slot}?${query}`, { signal });
    return createImageBitmap(await response.blob());
  }
}
