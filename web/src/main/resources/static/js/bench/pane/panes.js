import { element, fromTemplate, part } from "../../page/parts.js";
import { ContactPane } from "./contactPane.js";
import { LensPane } from "./lensPane.js";
import { LookPane } from "./lookPane.js";
import { SpherePane } from "./spherePane.js";

const KINDS = { sphere: SpherePane, look: LookPane, contact: ContactPane, lens: LensPane };

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
    this.body.replaceChildren();
    delete this.body.dataset.shown;
    this.body.dataset.test = `pane-${view}`;
    this.content = new KINDS[view](this.body, this.store, this);
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

  tool(name, title, pressed, press) {
    const button = element("button", { type: "button", title, "data-tool": name.toLowerCase() }, name);
    const show = () => button.setAttribute("aria-pressed", String(Boolean(pressed())));
    button.addEventListener("click", () => {
      press();
      show();
    });
    show();
    this.tools.append(button);
  }

  close() {
    this.content?.close();
    this.root.remove();
  }
}

/** One or two panes in the well. */
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
      pane.splitButton.textContent = panes.length === 1 ? "Two panes" : "One pane";
    }
  };
  function split() {
    if (panes.length === 1) {
      add(panes[0].view === "look" ? "sphere" : "look");
    } else {
      panes.pop().close();
      label();
    }
    localStorage.setItem("panes", String(panes.length));
  }
  const refresh = () => panes.forEach((pane) => pane.content.refresh());
  for (const event of ["kept", "draft", "time"]) {
    store.addEventListener(event, refresh);
  }
  return {
    open() {
      add("sphere");
      if (localStorage.getItem("panes") === "2") {
        add("look");
      }
    },
    split,
    all: (work) => panes.forEach(work),
    /** Presses a tool of the first pane that has it. */
    press: (name) => well.querySelector(`[data-tool="${name}"]`)?.click(),
  };
}
