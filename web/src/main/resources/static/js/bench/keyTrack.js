const AT = "at_s";

/**
 * A value over time as recipes hold it: an object where it does not change, else a list of objects with times. All numbers of it are
 * interpolated as renders do (monotone cubic).
 */
export const isKeyed = (track) => Array.isArray(track);

const slopes = (one, two, before, after) => {
  if (one * two <= 0) {
    return 0;
  }
  const share = (1 + after / (before + after)) / 3;
  return (one * two) / (share * two + (1 - share) * one);
};

function slope(keys, i, name) {
  if (i === 0 || i === keys.length - 1) {
    return 0;
  }
  const before = keys[i][AT] - keys[i - 1][AT];
  const after = keys[i + 1][AT] - keys[i][AT];
  return slopes((keys[i][name] - keys[i - 1][name]) / before, (keys[i + 1][name] - keys[i][name]) / after, before, after);
}

/** The value at a time, without a time of its own. */
export function valueAt(track, time) {
  if (!isKeyed(track)) {
    return track;
  }
  const next = track.findIndex((key) => key[AT] > time);
  // Behind the last key none is found, and the last one holds.
  const { [AT]: at, ...value } = track.at(next < 0 ? -1 : Math.max(0, next - 1));
  if (next <= 0 || at === time) {
    return value;
  }
  const end = track[next];
  const span = end[AT] - at;
  const s = (time - at) / span;
  return Object.fromEntries(
    Object.entries(value).map(([name, begin]) => {
      const one = slope(track, next - 1, name) * span;
      const two = slope(track, next, name) * span;
      const change = end[name] - begin;
      return [name, begin + s * (one + s * (3 * change - 2 * one - two + s * (one + two - 2 * change)))];
    }),
  );
}

/** The key at a time, if there is one within half a frame. */
export const keyAt = (track, time, frame) => (isKeyed(track) ? track.find((key) => Math.abs(key[AT] - time) < frame / 2) : undefined);

/** The same with numbers changed: everywhere, or at a key of that time, which is made if need be. */
export function changed(track, time, frame, numbers) {
  return isKeyed(track) ? withKey(track, time, frame, { ...valueAt(track, time), ...numbers }) : { ...track, ...numbers };
}

/** The same with a key at a time. */
export function withKey(track, time, frame, value = valueAt(track, time)) {
  const there = keyAt(track, time, frame);
  const key = { [AT]: there?.[AT] ?? time, ...value };
  const others = isKeyed(track) ? track.filter((each) => each !== there) : [];
  return [...others, key].sort((a, b) => a[AT] - b[AT]);
}

/** The same without the key at a time; without any it does not change any more. */
export function withoutKey(track, time, frame) {
  const left = track.filter((each) => each !== keyAt(track, time, frame));
  return left.length === 0 ? valueAt(track, time) : left;
}

/** The time of the key before or after a time, or null. */
export function neighbour(track, time, frame, step) {
  const times = isKeyed(track) ? track.map((key) => key[AT]) : [];
  const found = step > 0 ? times.find((at) => at > time + frame / 2) : times.findLast((at) => at < time - frame / 2);
  return found ?? null;
}
