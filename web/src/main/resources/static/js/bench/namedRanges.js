/** The named parts of a take. */
export const namedRanges = (store) => store.kept.recipe.ranges?.marked ?? [];
