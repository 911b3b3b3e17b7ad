/** Seconds that are left, as people read them. */
export function timeLeft(seconds) {
  const whole = Math.ceil(seconds);
  return whole >= 60 ? `${Math.floor(whole / 60)} min ${whole % 60} s left` : `${whole} s left`;
}
