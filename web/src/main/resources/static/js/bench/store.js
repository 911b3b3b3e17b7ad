import { ask, askJson, Problem } from "../page/api.js";
import { toast } from "../page/toast.js";

/**
 * The state of the bench, in one place: what the server keeps (`kept`), what is being changed (`draft`, sections of the
 * recipe), the moment, and the chosen stage. Events: "kept", "draft", "time", "stage".
 */
export class Store extends EventTarget {
  constructor(takeId) {
    super();
    this.path = `/api/takes/${takeId}`;
    this.kept = null;
    this.draft = {};
    this.time = 0;
    this.range = null;
    this.stage = localStorage.getItem("stage") || "level";
    this.queue = Promise.resolve();
    this.onConflict = () => {};
  }

  async load() {
    this.accept(await askJson(this.path));
  }

  accept(kept) {
    this.kept = kept;
    this.draft = {};
    this.range ??= { from: kept.from, to: kept.to };
    this.time = Math.max(kept.from, Math.min(this.lastTime(), this.time));
    this.dispatchEvent(new Event("kept"));
  }

  /** A section of the recipe as it shows now. */
  section(name) {
    return this.draft[name] ?? this.kept.recipe[name];
  }

  lastTime() {
    return this.kept.to - 1 / this.kept.rate;
  }

  setTime(seconds) {
    const frame = Math.round((seconds - this.kept.from) * this.kept.rate);
    const time = this.kept.from + frame / this.kept.rate;
    this.time = Math.max(this.kept.from, Math.min(this.lastTime(), time));
    this.dispatchEvent(new Event("time"));
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

  /** Shows a change that is not kept yet. */
  preview(name, section) {
    this.draft = { ...this.draft, [name]: section };
    this.dispatchEvent(new Event("draft"));
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

  undo() {
    return this.send(() => askJson(`${this.path}/undo?base=${this.kept.revision}`, { method: "POST" }));
  }

  redo() {
    return this.send(() => askJson(`${this.path}/redo?base=${this.kept.revision}`, { method: "POST" }));
  }

  even() {
    return this.send(() => askJson(`${this.path}/even?base=${this.kept.revision}`, { method: "POST" }));
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
   * @returns {Promise<?{bitmap: ImageBitmap, from: "proxies"|"originals"}>}
   */
  async sphere(width, signal) {
    const query = `t=${this.time.toFixed(6)}&width=${width}`;
    const unsaved = Object.keys(this.draft).length > 0;
    const response = unsaved
      ? await ask(`${this.path}/sphere?${query}`, { body: this.patch("", this.draft), signal })
      : await ask(`${this.path}/revisions/${this.kept.revision}/sphere?${query}`, { signal });
    return response.status === 204
      ? null
      : { bitmap: await createImageBitmap(await response.blob()), from: response.headers.get("Foldback-From") };
  }

  async lensPicture(slot, halvings, signal) {
    const query = `t=${this.time.toFixed(6)}&halvings=${halvings}`;
    const response = await ask(`${this.path}/revisions/${this.kept.revision}/lens/${slot}?${query}`, { signal });
    return createImageBitmap(await response.blob());
  }
}
