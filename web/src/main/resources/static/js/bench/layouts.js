import { isHalf, isStereo } from "./pane/eyes.js";

/** Short sides of framed pictures. */
const FRAMED_SIDES = [2160, 1440, 1080, 720];
const USUAL_FRAMED = 2;
/** Sides of 180 degrees, of one eye. */
const HALF_SIDES = [4096, 2880, 2048, 1440, 1080];

const falling = (sizes) => [...new Set(sizes)].sort((a, b) => b - a);

const spheres = (full) => falling([full, 3840, 1920, 1280].filter((width) => width <= Math.max(full, 3840))).map((width) => [width, width / 2]);

const halves = (full) => falling([full / 2, ...HALF_SIDES.filter((side) => side <= Math.max(full / 2, 2048))]).map((side) => [side, side]);

/** Of an aspect, widths in fours and heights in twos as encoders take them. */
const framed = ({ width, height }) => FRAMED_SIDES.map((side) => [
  4 * Math.round((side * Math.max(1, width / height)) / 4), 2 * Math.round((side * Math.max(1, height / width)) / 2),
]);

const beside = (sizes) => sizes.map(([width, height]) => [2 * width, height]);
const above = (sizes) => sizes.map(([width, height]) => [width, 2 * height]);

/**
 * What a take can be handed over as, the likeliest first.
 * @returns {{value: string, name: string, layout: object, sizes: number[][], usual: number[]}[]} `layout` are fields of a spec
 */
export function layoutsOf({ recipe, canvasWidth }) {
  const framings = (recipe.framing?.framings ?? []).map(({ name, aspect }) => ({ name, sizes: framed(aspect) }));
  const flat = framings.map(({ name, sizes }) => ({
    value: name, name: `framing ${name}`, layout: { layout: "flat", framing: name }, sizes, usual: sizes[USUAL_FRAMED],
  }));
  const whole = spheres(canvasWidth);
  const mono = { value: "", name: "the whole sphere", layout: { layout: "mono_360" }, sizes: whole, usual: [canvasWidth, canvasWidth / 2] };
  if (!isStereo(recipe.rig)) {
    return [mono, ...flat];
  }
  const side = canvasWidth / 2;
  const ahead = isHalf(recipe.rig)
    ? [
        { value: "layout stereo_180", name: "180°, both eyes side by side", layout: { layout: "stereo_180", eyes: "beside" }, sizes: beside(halves(canvasWidth)), usual: [2 * side, side] },
        { value: "layout mono_180", name: "180°, the left eye", layout: { layout: "mono_180", eye: "left" }, sizes: halves(canvasWidth), usual: [side, side] },
        { value: "layout mono_180 right", name: "180°, the right eye", layout: { layout: "mono_180", eye: "right" }, sizes: halves(canvasWidth), usual: [side, side] },
      ]
    : [
        { value: "layout stereo_360", name: "360°, the left eye above the right", layout: { layout: "stereo_360", eyes: "above" }, sizes: above(whole), usual: [canvasWidth, canvasWidth] },
        { value: "layout stereo_360 beside", name: "360°, both eyes side by side", layout: { layout: "stereo_360", eyes: "beside" }, sizes: beside(whole), usual: [2 * canvasWidth, canvasWidth / 2] },
        mono,
      ];
  const pairs = framings.map(({ name, sizes }) => ({
    value: `eyes ${name}`, name: `framing ${name}, both eyes side by side`, layout: { layout: "stereo_flat", framing: name, eyes: "beside" },
    sizes: beside(sizes), usual: beside(sizes)[USUAL_FRAMED],
  }));
  return [...ahead, ...pairs, ...flat];
}
