import { element, fromTemplate, part } from "../../page/parts.js";
import { balanceSheet } from "./balance.js";
import { levelSheet } from "./level.js";
import { rigSheet } from "./rig.js";
import { seamsSheet } from "./seams.js";
import { syncSheet } from "./sync.js";

const FILL = { gather: gatherSheet, sync: syncSheet, rig: rigSheet, balance: balanceSheet, seams: seamsSheet, level: levelSheet };

function gatherSheet(root, store) {
  for (const clip of store.kept.clips) {
    const row = element("tr");
    const cells = [clip.slot, `${clip.width} x ${clip.height}`, clip.frameRate.replace("/1", ""), clip.frames, clip.sound];
    row.append(...cells.map((cell) => element("td", {}, String(cell))));
    row.title = `${clip.file}: ${clip.codec}, ${clip.bits} bits, ${clip.range} range, ${clip.seconds.toFixed(2)} s`;
    part(root, "clips").append(row);
  }
  const faults = store.kept.clips.flatMap((clip) => clip.faults.map((what) => `${clip.slot}: ${what}`));
  part(root, "faults").append(...faults.map((fault) => element("li", {}, fault)));
  const notes = new Set(store.kept.clips.flatMap((clip) => clip.assumed.map((what) => `${clip.slot}: ${what}`)));
  const own = part(root, "own-rate");
  own.hidden = !store.kept.footageRate;
  own.textContent = `Use the footage's rate: ${store.kept.footageRate} frames/s`;
  own.addEventListener("click", () => store.keep("Use the footage's rate", { rate: store.kept.footageRate }));
  part(root, "notes").append(...[...notes].map((note) => element("li", {}, note)));
}

/** Shows the sheet of the chosen stage; numbers follow a drag without the sheet being built again. */
export function startSheets(store) {
  const sheet = document.getElementById("sheet");
  let follow = () => {};
  const build = () => {
    const focus = sheet.contains(document.activeElement) ? document.activeElement.dataset.test : null;
    const scroll = sheet.scrollTop;
    const fragment = fromTemplate(`sheet-${store.stage}`);
    const row = store.kept.ledger.find((entry) => entry.stage === store.stage) ?? store.kept.ledger[0];
    part(fragment, "why").textContent = `${row.verdict[0].toUpperCase()}${row.verdict.slice(1)}: ${row.reason[0].toLowerCase()}${row.reason.slice(1)}`;
    sheet.replaceChildren(fragment);
    follow = FILL[store.stage](sheet, store) ?? (() => {});
    sheet.scrollTop = scroll;
    if (focus) {
      sheet.querySelector(`[data-test="${focus}"]`)?.focus();
    }
  };
  store.addEventListener("kept", build);
  store.addEventListener("stage", build);
  store.addEventListener("sheet", build);
  store.addEventListener("draft", () => follow());
}
