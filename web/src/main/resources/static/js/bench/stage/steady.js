import { part } from "../../page/parts.js";
import { toast } from "../../page/toast.js";
import { plain } from "../format.js";
import { numberField } from "../numberField.js";
import { backgroundJob } from "../sheet/job.js";
import { logChoice } from "./motionLog.js";

const SHARES = [
  { key: "heading", label: "Heading" },
  { key: "tilt", label: "Tilt (nodding)" },
  { key: "roll", label: "Lean (rolling)" },
];

/** Read-outs that differ by less are one, seconds. */
const SAME_S = 0.0001;

/** Measures once; then the front, the horizon, what counts as shake, and how much of it goes. */
export function sheet(root, store) {
  const steady = () => store.section("steady");
  const button = part(root, "measure");
  const measured = Boolean(store.kept.recipe.steady?.measure);
  const idle = measured ? "Measure again" : "Measure the shake";
  button.textContent = idle;
  button.classList.toggle("main", !measured);
  const start = backgroundJob(root, store, { stage: "steady", job: "measure" }, { button, idle, busy: "Measuring" });
  const log = logChoice(root, store);
  button.addEventListener("click", () => log.order().then(start, (wrong) => toast(wrong.message)));
  part(root, "before").hidden = measured;
  part(root, "measured").hidden = !measured;
  if (!measured) {
    return undefined;
  }
  const keep = (label, change) => store.keep(label, { steady: { ...steady(), ...change } });
  const preview = (change) => store.preview("steady", { ...steady(), ...change });
  for (const [name, key] of [["front", "front"], ["horizon", "horizon"]]) {
    const choice = part(root, name);
    choice.value = steady()[key];
    choice.addEventListener("change", () => keep(`${choice.labels[0].textContent} ${choice.selectedOptions[0].textContent}`, { [key]: choice.value }));
  }
  const cutOff = numberField({
    label: "Shake is faster than", unit: "s", value: steady().cut_off_s, step: 0.1, decimals: 1, least: 0.1, most: 60, sliderMost: 10,
    slider: true, reset: 1, test: "cut-off",
    onInput: (value) => preview({ cut_off_s: value }),
    onDone: (value) => keep(`Shake is faster than ${plain(value, 1)} s`, { cut_off_s: value }),
  });
  part(root, "cut-off").append(cutOff);
  const shares = SHARES.map(({ key, label }) => {
    const field = numberField({
      label, unit: "%", value: 100 * steady()[key], step: 5, decimals: 0, least: 0, most: 100, slider: true, reset: 100, test: `steady-${key}`,
      onInput: (value) => preview({ [key]: value / 100 }),
      onDone: (value) => keep(`${label}: ${plain(value, 0)}% of the shake taken away`, { [key]: value / 100 }),
    });
    part(root, "shares").append(field);
    return { key, field };
  });
  const all = (share) => Object.fromEntries(SHARES.map(({ key }) => [key, share]));
  part(root, "all").addEventListener("click", () => keep("All shake taken away", all(1)));
  part(root, "none").addEventListener("click", () => keep("No shake taken away", all(0)));
  part(root, "reference").textContent = `At ${plain(steady().reference_s, 2)} s the steadied picture is the one that was filmed, whatever is set here.`;
  part(root, "here").addEventListener("click", () => keep(`As filmed at ${plain(store.time, 2)} s`, { reference_s: Number(store.time.toFixed(3)) }));
  part(root, "read-out").append(numberField({
    label: "Read-out", unit: "ms", value: 1000 * steady().read_out_s, step: 0.5, decimals: 1, least: 0, most: 100, sliderMost: 40, slider: true,
    reset: 0, test: "read-out",
    onInput: (value) => preview({ read_out_s: value / 1000 }),
    onDone: (value) => keep(`Read-out ${plain(value, 1)} ms`, { read_out_s: value / 1000 }),
  }));
  part(root, "exposure").append(exposureField(store, steady));
  const found = store.kept.recipe.steady.measure.read_out_s;
  if (found !== undefined && Math.abs(found - steady().read_out_s) > SAME_S) {
    const use = part(root, "found");
    use.textContent = `Use ${plain(1000 * found, 1)} ms, as found`;
    use.hidden = false;
    use.addEventListener("click", () => keep(`Read-out ${plain(1000 * found, 1)} ms, as found`, { read_out_s: Number(found.toFixed(4)) }));
  }
  return () => {
    cutOff.set(steady().cut_off_s);
    shares.forEach(({ key, field }) => field.set(100 * steady()[key]));
  };
}

/** How long pictures are exposed; 0 where that is not known. */
function exposureField(store, steady) {
  const exposed = (value) => {
    const { exposure_s, ...others } = steady();
    return value > 0 ? { ...others, exposure_s: value / 1000 } : others;
  };
  return numberField({
    label: "Exposure", unit: "ms", value: 1000 * (steady().exposure_s ?? 0), step: 0.5, decimals: 1, least: 0, most: 1000, sliderMost: 40, slider: true,
    reset: 0, test: "exposure",
    onInput: () => {},
    onDone: (value) => store.keep(value > 0 ? `Exposure ${plain(value, 1)} ms` : "Exposure not known", { steady: exposed(value) }),
  });
}
