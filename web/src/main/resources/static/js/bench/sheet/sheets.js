import { fromTemplate, part } from "../../page/parts.js";
import { sheetFooter } from "./footer.js";
import { stageOf } from "../stage/stages.js";

/** Shows the sheet of the chosen stage; numbers follow a drag without the sheet being built again. */
export function startSheets(store) {
  const sheet = document.getElementById("sheet");
  let follow = () => {};
  const build = () => {
    const focus = sheet.contains(document.activeElement) ? document.activeElement.dataset.test : null;
    const scroll = sheet.scrollTop;
    const row = store.kept.ledger.find((entry) => entry.stage === store.stage) ?? store.kept.ledger[0];
    const fragment = fromTemplate(`sheet-${row.stage}`);
    part(fragment, "why").textContent = `${row.verdict[0].toUpperCase()}${row.verdict.slice(1)}: ${row.reason[0].toLowerCase()}${row.reason.slice(1)}`;
    sheet.replaceChildren(fragment);
    follow = stageOf(row.stage).sheet(sheet, store) ?? (() => {});
    sheetFooter(sheet, store, row);
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
