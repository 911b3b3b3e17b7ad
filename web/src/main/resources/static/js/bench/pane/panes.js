import { element, fromTemplate, part } from "../../page/parts.js";
import { clock } from "../format.js";
import { stageOf } from "../stage/stages.js";
import { ContactPane } from "./contactPane.js";
import { EyesPane } from "./eyesPane.js";
import { FramePane } from "./framePane.js";
import { LensPane } from "./lensPane.js";
import { LookPane } from "./lookPane.js";
import { PairPane } from "./pairPane.js";
import { ScopePane } from "./scopePane.js";
import { SeamPane } from "./seamPane.js";
import { SpherePane } from "./spherePane.js";
import { WavesPane } from "./wavesPane.js";

const KINDS = { sphere: SpherePane, look: LookPane, contact: ContactPane, lens: LensPane, waves: WavesPane, pair: PairPane, seam: SeamPane, frame: FramePane, eyes: EyesPane, scope: ScopePane };

const MOST = 3;
const NEXT = ["", "Two panes", "Three panes", "One pane"];

const HOLDS = ["sphere", "look", "contact", "lens", "pair", "seam", "frame", "eyes", "scope"];

/** A pane's frame: which view it shows, its tools and what it says. */
class Pane {
  constructor(store, view, onSplit) {
    this.store = store;
    this.options = { grid: false };
    this.root = fromTemplate("pane").querySelector(".pane");
    this.body = part(this.root, "body");
    this.tools = part(this.root, "tools");
    this.select = part(this.root, "view");
    this.select.addEventListener("change", () => this.open(this.select.value));
    part(this.root, "fit").addEventListener("click", () => this.content.fit());
    part(this.root, "one").addEventListener("click", () => this.content.one());
    this.splitButton = part(this.root, "split");
    this.splitButton.addEventListener("click", onSplit);
    this.view = view;
  }

  open(view = this.view) {
    this.content?.close();
    this.view = view;
    this.select.value = view;
    this.tools.replaceChildren();
    if (HOLDS.includes(view)) {
      this.tool("Hold", "Hold this moment here while the others go on", () => this.held !== undefined, () => this.hold());
    }
    // What is not a picture has no pixels to be shown one for one.
    for (const way of ["fit", "one"]) {
      part(this.root, way).hidden = view === "scope";
    }
    // Another element for each view: what the one before listened for goes with it.
    const body = this.body.cloneNode(false);
    this.body.replaceWith(body);
    this.body = body;
    delete this.body.dataset.shown;
    this.body.dataset.test = `pane-${view}`;
    this.content = new KINDS[view](this.body, this.store, this);
    this.content.refresh();
  }

  /** The moment that this pane shows. */
  time() {
    return this.held ?? this.store.time;
  }

  hold() {
    this.held = this.held === undefined ? this.store.time : undefined;
    part(this.root, "held").textContent = this.held === undefined ? "" : `at ${clock(this.held)}`;
    this.content.refresh();
  }

  says(text) {
    part(this.root, "says").textContent = text;
  }

  /** A sentence over the picture; none for an empty text. */
  note(text) {
    this.body.querySelector(".pane-note")?.remove();
    if (text) {
      this.body.append(element("div", { class: "pane-note", role: "status" }, text));
    }
  }

  /** A button for this view, in the pane's head unless another place is given. */
  tool(name, title, pressed, press, into = this.tools) {
    const button = element("button", { type: "button", title, "data-tool": name.toLowerCase() }, name);
    const show = () => button.setAttribute("aria-pressed", String(Boolean(pressed())));
    button.addEventListener("click", () => {
      press();
      show();
    });
    show();
    into.append(button);
  }

  close() {
    this.content?.close();
    this.root.remove();
  }
}

/** One to three panes in the well. */
export function startPanes(store) {
  const well = document.getElementById("well");
  const panes = [];
  const add = (view) => {
    const pane = new Pane(store, view, split);
    panes.push(pane);
    well.append(pane.root);
    pane.open();
    label();
  };
  const label = () => {
    for (const pane of panes) {
      pane.splitButton.textContent = NEXT[panes.length];
    }
  };
  function split() {
    if (panes.length < MOST) {
      const shown = panes.map((pane) => pane.view);
      add(["sphere", "look", "contact", "lens"].find((view) => !shown.includes(view)));
    } else {
      keepOne();
    }
    localStorage.setItem("panes", String(panes.length));
  }
  function keepOne() {
    while (panes.length > 1) {
      panes.pop().close();
    }
    label();
  }
  /** Shows these views, one a pane. */
  function arrange(views) {
    views.forEach((view, i) => {
      if (i >= panes.length) {
        add(view);
      } else if (panes[i].view !== view) {
        panes[i].open(view);
      }
    });
    while (panes.length > views.length) {
      panes.pop().close();
    }
    label();
  }
  let chosen = null;
  store.addEventListener("stage", () => {
    // What the stage's decision needs to be seen; other stages keep what was chosen.
    const { views } = stageOf(store.stage);
    const wanted = typeof views === "function" ? views(store) : views;
    if (wanted && store.kept.clips.length > 1) {
      chosen ??= panes.map((pane) => pane.view);
      arrange(wanted);
    } else if (chosen) {
      arrange(chosen);
      chosen = null;
    }
  });
  const refresh = () => panes.forEach((pane) => pane.content.refresh());
  for (const event of ["kept", "draft", "time", "framing"]) {
    store.addEventListener(event, refresh);
  }
  return {
    open() {
      const count = Number(localStorage.getItem("panes") ?? 1);
      ["sphere", "look", "contact"].slice(0, Math.max(1, count)).forEach(add);
      store.dispatchEvent(new Event("stage"));
    },
    split,
    all: (work) => panes.forEach(work),
    /** Presses a tool of the first pane that has it. */
    press: (name) => well.querySelector(`[data-tool="${name}"]`)?.click(),
  };
}
