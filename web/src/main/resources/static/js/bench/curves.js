/** Curves that clips may have, and what they are called. */
export const CURVES = {
  bt709: "Rec.709", srgb: "sRGB", linear: "linear", hlg: "Rec.2100 HLG", pq: "Rec.2100 PQ", acescct: "ACEScct", cineon: "Cineon-style log",
};

/** The curve that a take's footage is taken to have. */
export const curveOf = (kept) => kept.recipe.balance.linear?.name ?? CURVES[kept.recipe.balance.curve ?? kept.clips[0].curve];

/** What a transform is called; empty where there is none. */
export function transformName(transform) {
  if (!transform) {
    return "";
  }
  return transform.cube ? transform.cube.file.slice(transform.cube.file.lastIndexOf("/") + 1) : "to Rec.709";
}
