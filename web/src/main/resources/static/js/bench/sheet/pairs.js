import { element } from "../../page/parts.js";
import { plain } from "../format.js";
import { verdictSign } from "../verdict.js";

const SIGN = { firm: "sure", hint: "check", none: "unsettled" };
const BELIEF = { firm: "can be believed alone", hint: "worth a check", none: "not to be believed alone" };

/** How far from the result, so short that six lenses fit. */
function figure(ms) {
  const size = Math.abs(ms);
  return size >= 1000 ? `${plain(ms / 1000, 0)} s` : plain(ms, size < 0.995 ? 2 : size < 9.95 ? 1 : 0);
}

/** What each two lenses said: a row for each but the last, a column for each but the first. */
export function fillPairs(table, slots, pairs) {
  const head = element("tr");
  head.append(element("th"), ...slots.slice(1).map((slot) => element("th", { scope: "col" }, slot)));
  table.append(head);
  slots.slice(0, -1).forEach((first, i) => {
    const row = element("tr");
    row.append(element("th", { scope: "row" }, first));
    slots.slice(1).forEach((second, j) => {
      const cell = element("td");
      if (j >= i) {
        const said = pairs.filter((pair) => pair.clue !== "hand" && pair.first === first && pair.second === second);
        cell.append(...said.map(line));
        if (said.length === 0) {
          cell.append(element("span", { class: "soft", title: `${first} and ${second} have nothing that could be compared` }, "–"));
        }
      }
      row.append(cell);
    });
    table.append(row);
  });
}

function line(pair) {
  const { first, second, clue } = pair;
  const where = pair.used ? `${plain(pair.residual_ms, 2)} ms from the result` : `left out, ${plain(pair.residual_ms, 1)} ms from the result`;
  const title = `${first} and ${second} by ${clue}: ${where}; ${BELIEF[pair.belief]}. ${pair.witnesses} places tell, ${Math.round(100 * pair.agreeing)}% of them the same; ${Math.round(100 * pair.share)}% in common; the next best lag explains ${Math.round(100 * pair.rival)}% as much.`;
  const shown = element("span", { class: pair.used ? "pair" : "pair left-out", title, "data-test": `pair-${first}-${second}-${clue}` });
  shown.append(verdictSign(SIGN[pair.belief]), element("span", {}, `${clue === "sound" ? "" : `${clue[0]} `}${figure(pair.residual_ms)}`));
  return shown;
}
