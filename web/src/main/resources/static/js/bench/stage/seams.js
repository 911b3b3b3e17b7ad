import { part } from "../../page/parts.js";
import { numberField } from "../numberField.js";

/** Feather width and meeting distance. */
export function sheet(root, store) {
  const feather = numberField({
    label: "Feather", unit: "°", value: store.section("seams").feather_deg, step: 0.1, decimals: 1, least: 0, most: 90,
    sliderMost: 15, slider: true, reset: 4, test: "feather",
    onInput: (value) => store.preview("seams", { ...store.section("seams"), feather_deg: value }),
    onDone: (value) => store.keep(`Feather ${value}°`, { seams: { ...store.section("seams"), feather_deg: value } }),
  });
  part(root, "feather").append(feather);
  const meeting = (value) => {
    const seams = { ...store.section("seams") };
    delete seams.meeting_m;
    return Number.isFinite(value) ? { ...seams, meeting_m: value } : seams;
  };
  const field = numberField({
    label: "Meeting at", unit: "m", value: store.section("seams").meeting_m ?? Infinity, step: 0.1, decimals: 2, least: 0.2,
    sliderMost: 20, slider: true, reset: Infinity, test: "meeting",
    onInput: (value) => store.preview("seams", meeting(value)),
    onDone: (value) => store.keep(Number.isFinite(value) ? `Meeting at ${value} m` : "Meeting far away", { seams: meeting(value) }),
  });
  part(root, "meeting").append(field);
}
