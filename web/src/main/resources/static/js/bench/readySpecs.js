import { CODECS } from "../page/codecs.js";

/**
 * Specs that every take can be handed over by, made for its own size.
 * @type {{name: string, of: function(object[]): ?object, codec: string, bits: number, preset?: string, quality?: number, most?: number, kernel?: string}[]}
 *     `of` chooses among the take's layouts, none where it does not have such a one; `most` is the picture's largest side
 */
const whole = (layouts) => layouts[0];
const framed = (fits) => (layouts) => layouts.find(({ layout, usual: [width, height] }) => layout.layout === "flat" && fits(width / height));
const READY = [
  { name: "360 master", of: whole, codec: "prores_422_hq", bits: 10 },
  { name: "360 upload, 8 bit", of: whole, codec: "h264", bits: 8, preset: "medium", quality: 18 },
  { name: "Flat 16:9", of: framed((aspect) => Math.abs(aspect - 16 / 9) < 0.02), codec: "h264", bits: 8, preset: "medium", quality: 18 },
  { name: "Upright 9:16", of: framed((aspect) => Math.abs(aspect - 9 / 16) < 0.01), codec: "h264", bits: 8, preset: "medium", quality: 18 },
  { name: "Square", of: framed((aspect) => aspect === 1), codec: "h264", bits: 8, preset: "medium", quality: 18 },
  { name: "Small draft", of: whole, codec: "h264", bits: 8, preset: "veryfast", quality: 26, most: 1920, kernel: "quick" },
];
const SMALLEST = 640;

function sized({ sizes, usual }, most) {
  const fitting = sizes.filter(([width, height]) => Math.max(width, height) <= most && width >= SMALLEST);
  return most === undefined ? usual : fitting[0] ?? sizes.at(-1);
}

/** The fields of a document that say how pictures are coded. */
export const coded = ({ codec, bits, preset, quality }) => (
  CODECS[codec].quality === undefined ? { codec, bits } : { codec, bits, preset, quality });

/**
 * The ready specs of a take.
 * @param {object[]} layouts as {@link layoutsOf} gives them
 * @returns {{name: string, spec: object}[]}
 */
export const readySpecs = (layouts) => READY.flatMap(({ name, of, most, kernel, ...ready }) => {
  const chosen = of(layouts);
  if (!chosen) {
    return [];
  }
  const [width, height] = sized(chosen, most);
  return [{ name, spec: { format: "foldback-spec", version: 1, ...chosen.layout, ...coded(ready), width, height, kernel: kernel ?? "fine", encoder_threads: 2 } }];
});
