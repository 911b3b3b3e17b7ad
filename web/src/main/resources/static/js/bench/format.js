/** Seconds as m:ss.cc */
export function clock(seconds) {
  const sign = seconds < 0 ? "-" : "";
  const size = Math.abs(seconds);
  const minutes = Math.floor(size / 60 + 1e-9);
  return `${sign}${minutes}:${(size - minutes * 60).toFixed(2).padStart(5, "0")}`;
}

/** A number with so many decimals, without a minus before zero. */
export function plain(value, decimals) {
  const text = value.toFixed(decimals);
  return Number(text) === 0 ? (0).toFixed(decimals) : text;
}
