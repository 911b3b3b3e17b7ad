import { element, part } from "../page/parts.js";
import { allStages } from "./stage/stages.js";

/** Where the page remembers whether single letters are shortcuts. */
const LETTERS = "letter-keys";

/** The shortcuts of the bench, and their overview. */
export function startKeys(store, panes, toggleTheme, openHandover, play) {
  const frame = (count) => () => store.setTime(store.time + count / store.kept.rate);
  const stage = (i) => () => store.kept.ledger[i] && store.setStage(store.kept.ledger[i].stage);
  const ways = [
    [" ", "Space", "play or pause", () => play.toggle()],
    ["ArrowLeft", "Left", "one frame back", frame(-1)],
    ["ArrowRight", "Right", "one frame forth", frame(1)],
    ["Shift+ArrowLeft", "Shift Left", "one second back", () => store.setTime(store.time - 1)],
    ["Shift+ArrowRight", "Shift Right", "one second forth", () => store.setTime(store.time + 1)],
    ["Home", "Home", "first frame", () => store.setTime(store.kept.from)],
    ["End", "End", "last frame", () => store.setTime(store.lastTime())],
    ["b", "B", "range begins here", () => store.setRange({ ...store.range, from: store.time })],
    ["e", "E", "range ends after this frame", () => store.setRange({ ...store.range, to: store.time + 1 / store.kept.rate })],
    ...store.kept.ledger.map((row, i) => [String(i + 1), String(i + 1), `stage ${i + 1}: ${row.name}`, stage(i)]),
    ["w", "W", "whole picture", () => panes.all((pane) => pane.content.fit())],
    ["x", "X", "1:1", () => panes.all((pane) => pane.content.one())],
    ["g", "G", "grid and centre mark", () => panes.press("grid")],
    ["p", "P", "one, two or three panes", () => panes.split()],
    ["c", "C held", "without the chosen stage", () => store.compare(true)],
    ...allStages().flatMap((stage) => stage.keys ?? []).map(([key, name, what, press]) => [key, name, what, () => press(store)]),
    ["l", "L", "loop the range", () => document.getElementById("loop").click()],
    ["Ctrl+z", "Ctrl Z", "undo", () => store.undo()],
    ["Ctrl+Shift+Z", "Ctrl Shift Z", "redo", () => store.redo()],
    ["h", "H", "hand over", openHandover],
    ["t", "T", "light or dim", toggleTheme],
    ["?", "?", "this overview", help],
  ];
  const dialog = document.getElementById("help-dialog");
  const letters = part(dialog, "letters");
  letters.checked = localStorage.getItem(LETTERS) !== "off";
  letters.addEventListener("change", () => localStorage.setItem(LETTERS, letters.checked ? "on" : "off"));
  for (const [, name, what] of ways) {
    const key = element("span");
    key.append(...name.split(" ").map((each) => element("kbd", {}, each)));
    part(dialog, "keys").append(key, element("span", {}, what));
  }
  const extra = element("span", { class: "soft col-span-4" }, "In a number: up and down step it, Shift ten times, Alt a tenth. Over a picture: wheel zooms, drag pans (in Level: Ctrl drag). In the look-around: Alt and arrows.");
  part(dialog, "keys").append(extra);
  function help() {
    dialog.showModal();
  }
  document.addEventListener("keyup", (event) => event.key === "c" && store.compare(false));
  window.addEventListener("blur", () => store.compare(false));
  document.getElementById("help").addEventListener("click", help);
  document.addEventListener("keydown", (event) => {
    if (event.target.closest("input, select, textarea, dialog[open]") || (event.key === " " && event.target.closest("button")) || event.altKey) {
      return;
    }
    const name = [event.ctrlKey || event.metaKey ? "Ctrl+" : "", event.shiftKey && event.key !== "?" ? "Shift+" : "", event.key].join("");
    const way = ways.find(([key]) => key === name);
    // Who speaks to the machine, or brushes against keys, does without those that are one letter alone.
    if (!letters.checked && name.length === 1 && name !== "?" && name !== " ") {
      return;
    }
    if (event.repeat && name === "c") {
      return;
    }
    if (way) {
      event.preventDefault();
      way[3]();
    }
  });
}
