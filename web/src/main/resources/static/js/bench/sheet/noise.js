import { askJson } from "../../page/api.js";
import { part } from "../../page/parts.js";
import { numberField } from "../numberField.js";
import { plain } from "../format.js";
import { perRevision } from "../perRevision.js";

const NONE = { temporal: 0, spatial: 0 };
const FIELDS = [
  { key: "temporal", label: "Over time", title: "By means over neighbouring frames where nothing moves" },
  { key: "spatial", label: "In a frame", title: "Within each frame; takes fine detail along when it is strong" },
];
const cost = perRevision((store, revision) => askJson(`${store.path}/revisions/${revision}/noise-cost`));

/** How much noise is taken out before the stitch, and what that costs in time. */
export function noiseNumbers(root, store) {
  const kept = () => store.kept.recipe.balance.noise ?? NONE;
  part(root, "noise").append(...FIELDS.map(({ key, label, title }) => {
    const field = numberField({
      label, unit: "of 10", step: 0.5, decimals: 1, least: 0, most: 10, reset: 0, value: kept()[key], test: `noise-${key}`,
      onInput: () => {},
      onDone: (value) => store.keep(`Noise ${label.toLowerCase()}: ${plain(value, 1)}`, { balance: { ...store.kept.recipe.balance, noise: { ...kept(), [key]: value } } }),
    });
    field.title = title;
    return field;
  }));
  const says = part(root, "noise-cost");
  if (kept().temporal === 0 && kept().spatial === 0) {
    says.textContent = "";
    return;
  }
  says.textContent = "Trying what it costs…";
  cost(store).then(({ secondsAFrame }) => {
    const minute = secondsAFrame * store.kept.rate;
    says.textContent = `Costs about ${plain(secondsAFrame, 2)} s a frame: a minute of the take is rendered ${plain(minute, 1)} min later. Look at it in a Lens pane, under Cleaned.`;
  }).catch((failure) => (says.textContent = failure.message));
}
