/** Codecs by their names in specs: what each is for, which depths it has, and at which quality it begins where one is chosen, and
 * at how many bits for each pixel of a frame. */
export const CODECS = {
  h264: { name: "H.264", use: "plays everywhere", bits: [8, 10], quality: 18, bitsAPixel: 0.16 },
  h265: { name: "H.265", use: "smaller, slower", bits: [8, 10], quality: 22, bitsAPixel: 0.1 },
  av1: { name: "AV1", use: "newer players", bits: [8, 10], quality: 30, bitsAPixel: 0.07 },
  prores_422: { name: "ProRes 422", use: "to work on", bits: [10] },
  prores_422_hq: { name: "ProRes 422 HQ", use: "to work on, larger", bits: [10] },
  png: { name: "PNG images", use: "in a folder", bits: [8, 10], images: true },
  tiff: { name: "TIFF images", use: "in a folder", bits: [8, 10], images: true },
  exr: { name: "OpenEXR images", use: "linear light", bits: [10], images: true, floats: true },
};

/** How many bits of a stitched sample are called in files of a codec: images have whole bytes. */
export const bitsIn = ({ images, floats }, bits) => {
  if (floats) {
    return "16-bit floats";
  }
  return `${images && bits > 8 ? 16 : bits} bits`;
};

const ROUND_KBPS = 500;

/** A bit rate to begin with, kb/s. */
export const usualRate = (codec, { width, height }, rate) =>
  Math.max(ROUND_KBPS, ROUND_KBPS * Math.round(((CODECS[codec].bitsAPixel ?? 0) * width * height * rate) / 1000 / ROUND_KBPS));
