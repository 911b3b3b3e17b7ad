/** Seconds as m:ss.cc */
export function clock(seconds) {
  const hundredths = Math.round(Math.abs(seconds) * 100);
  const sign = seconds < 0 && hundredths > 0 ? "-" : "";
  const rest = ((hundredths % 6000) / 100).toFixed(2).padStart(5, "0");
  return `${sign}${Math.floor(hundredths / 6000)}:${rest}`;
}

/** A number with so many decimals, without a minus before zero. */
export function plain(value, decimals) {
  const text = value.toFixed(decimals);
  return Number(text) === 0 ? (0).toFixed(decimals) : text;
}
