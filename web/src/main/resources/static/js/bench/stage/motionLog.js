import { askJson } from "../../page/api.js";
import { element, part } from "../../page/parts.js";
import { clock, plain } from "../format.js";

const WHERE = { INSIDE: "Inside the clip", SAME_NAME: "Beside the clip, with its name", SAME_FOLDER: "In the clip’s folder" };
/** More parts that disagree are no places to go to one by one. */
const MOST_SHOWN = 6;
const AXES = ["x", "y", "z"];
const TIME_UNITS = [["s", 1], ["ms", 1e-3], ["µs", 1e-6], ["ns", 1e-9]];
const GYRO_UNITS = [["found by the picture", 0], ["rad/s", 1], ["°/s", Math.PI / 180]];

/** Of a path, the part that people know it by. */
export const shortName = (file) => file.slice(file.lastIndexOf("/") + 1);

/** What an offered log is, in a sentence. */
export const describe = ({ where, holds }) => `${WHERE[where]}: ${holds || "say what its columns are"}.`;

/**
 * Which log to begin with: the recipe's own; where nothing was measured yet, one that belongs to a clip for sure.
 * @returns {string} a file, or none
 */
export function preferred(steady, offers) {
  if (steady?.log) {
    return steady.log.file;
  }
  return steady?.measure ? "" : (offers.find((offer) => offer.where !== "SAME_FOLDER" && offer.holds)?.file ?? "");
}

/**
 * A job's order from what is chosen.
 * @param {{file: string, near: string, columns: ?object}} chosen
 * @throws where a number is none
 */
export function orderOf({ file, near, columns }) {
  const order = { log: file };
  if (file && near.trim() !== "") {
    const seconds = Number(near.trim().replace(",", "."));
    if (!Number.isFinite(seconds)) {
      throw new Error(`“${near}” is no time: say in seconds of the take where the motion log begins, or leave it empty.`);
    }
    order.near = seconds;
  }
  if (file && columns) {
    order.columns = columns;
  }
  return order;
}

/** Offers the logs that there are, and says what was found of the one in use. */
export function logChoice(root, store) {
  const steady = store.kept.recipe.steady;
  const select = part(root, "log-file");
  const near = part(root, "log-near");
  const hint = part(root, "log-hint");
  const columns = columnChoice(part(root, "log-columns"));
  let offers = [];
  let listed = false;
  const show = () => {
    const offer = offers.find(({ file }) => file === select.value);
    columns.show(offer && offer.columns.length > 0 ? offer.columns : null, steady?.log?.file === select.value ? steady.log.columns : undefined);
    part(root, "log-near-row").hidden = !select.value;
    hint.replaceChildren(...(steady?.measure?.log && select.value === steady.log?.file ? leftOut(store, steady.measure.log) : [said(offers, offer)]));
  };
  select.append(element("option", { value: "" }, "none: by the pictures alone"));
  select.addEventListener("change", show);
  near.value = steady?.log?.near_s ?? "";
  hint.textContent = "Looking beside the clips …";
  const loaded = askJson(`${store.path}/revisions/${store.kept.revision}/motion-logs`).then((answer) => {
    offers = answer;
    const own = steady?.log && !offers.some(({ file }) => file === steady.log.file) ? [{ file: steady.log.file, where: "SAME_FOLDER", holds: "not there now", columns: [] }] : [];
    offers = [...own, ...offers];
    select.append(...offers.map((offer) => element("option", { value: offer.file }, shortName(offer.file))));
    select.value = preferred(steady, offers);
    listed = true;
    show();
  }).catch((failure) => (hint.textContent = failure.message));
  // Where there is no list nobody chose: the recipe's own log counts on.
  return { order: () => loaded.then(() => (listed ? orderOf({ file: select.value, near: near.value, columns: columns.chosen() }) : {})) };
}

function said(offers, offer) {
  if (offer) {
    return `${describe(offer)} Its clock, axes and unit are found against the pictures.`;
  }
  return offers.length > 0
    ? "One lies beside the clips: with it less shake is left, nothing drifts, and Level learns which way is up."
    : "None lies in the clips or beside them. Put one into a clip’s folder: a table (.csv) or an MP4 file with a CAMM track.";
}

/** The parts of the take that disagree with the log in use, each a place to go to. */
function leftOut(store, log) {
  const off = log.moments.filter(({ used }) => !used).slice(0, MOST_SHOWN);
  const places = off.flatMap(({ at_s, off_s }) => {
    const go = element("button", { type: "button", class: "link", "data-test": "log-moment" }, `${clock(at_s)} (${plain(1000 * off_s, 0)} ms)`);
    go.addEventListener("click", () => store.setTime(at_s));
    return [" ", go];
  });
  return places.length > 0 ? ["Left out, since the clock is another one there:", ...places] : [];
}

/** Which columns of a table are what, where its header does not say so. */
function columnChoice(host) {
  let selects = null;
  const choice = (label, test, options, value) => {
    const select = element("select", { class: "choice", "data-test": test, "aria-label": label });
    select.append(...options.map(([name, of]) => element("option", { value: String(of) }, name)));
    select.value = String(value);
    const row = element("div", { class: "field" });
    row.append(element("span", {}, label), select);
    host.append(row);
    return select;
  };
  return {
    show(names, known) {
      host.replaceChildren();
      host.hidden = !names;
      selects = null;
      if (!names) {
        return;
      }
      const all = names.map((name, i) => [`${i + 1}: ${name}`, i]);
      const none = [["none", -1], ...all];
      selects = {
        time: choice("Time", "column-time", all, known?.time ?? 0),
        timeUnit: choice("Time’s unit", "column-time-unit", TIME_UNITS, known?.time_unit_s ?? 1e-3),
        gyro: AXES.map((axis, k) => choice(`Turning rate, ${axis}`, `column-gyro-${axis}`, all, known?.gyro[k] ?? Math.min(k + 1, names.length - 1))),
        gyroUnit: choice("Its unit", "column-gyro-unit", GYRO_UNITS, known?.gyro_unit_rad_s ?? 0),
        acceleration: AXES.map((axis, k) => choice(`Acceleration, ${axis}`, `column-acc-${axis}`, none, known?.acceleration?.[k] ?? (names.length > 6 ? k + 4 : -1))),
      };
    },

    /** What is chosen, or undefined where the header says it. */
    chosen() {
      if (!selects) {
        return undefined;
      }
      const acceleration = selects.acceleration.map((select) => Number(select.value));
      return {
        time: Number(selects.time.value),
        timeUnit: Number(selects.timeUnit.value),
        gyro: selects.gyro.map((select) => Number(select.value)),
        gyroUnit: Number(selects.gyroUnit.value),
        acceleration: acceleration.some((column) => column < 0) ? [] : acceleration,
      };
    },
  };
}
