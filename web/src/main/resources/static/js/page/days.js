const DAY = 24 * 3600e3;

/** A moment as lists show it: today's by its time, others by their day. */
export function dayOf(moment, now = Date.now()) {
  const then = new Date(moment);
  const recent = now - then < DAY && then.getDate() === new Date(now).getDate();
  return recent ? then.toTimeString().slice(0, 5) : `${then.getFullYear()}-${String(then.getMonth() + 1).padStart(2, "0")}-${String(then.getDate()).padStart(2, "0")}`;
}
