/** The named parts of a take. */
export const namedRanges = (store) => store.kept.recipe.ranges?.marked ?? [];

/** What of steadying a range may have of its own: the rest was measured. */
const SHOWN = ["front", "horizon", "cut_off_s", "heading", "tilt", "roll", "reference_s"];

/** What a range keeps of its own of a recipe. */
export const valuesOf = ({ level, steady, framing }) => ({
  level, framing, steady: Object.fromEntries(SHOWN.map((name) => [name, steady[name]])),
});
