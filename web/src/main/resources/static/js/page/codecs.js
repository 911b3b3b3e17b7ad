/** Codecs by their names in specs: what each is for, which depths it has, and at which quality it begins where one is chosen. */
export const CODECS = {
  h264: { name: "H.264", use: "plays everywhere", bits: [8, 10], quality: 18 },
  h265: { name: "H.265", use: "smaller, slower to make", bits: [8, 10], quality: 22 },
  prores_422: { name: "ProRes 422", use: "to work on", bits: [10] },
  prores_422_hq: { name: "ProRes 422 HQ", use: "to work on, larger", bits: [10] },
};
