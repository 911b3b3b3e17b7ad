/** Rates in which video is delivered, as documents write them, and as they are called. */
export const FRAME_RATES = [
  ["24000/1001", "23.976"], ["24", "24"], ["25", "25"], ["30000/1001", "29.97"], ["30", "30"], ["50", "50"], ["60000/1001", "59.94"], ["60", "60"],
];

/** A written rate in frames a second; undefined where none is given. */
export function perSecond(written) {
  const [count, of = "1"] = (written ?? "").split("/");
  return count ? Number(count) / Number(of) : undefined;
}
