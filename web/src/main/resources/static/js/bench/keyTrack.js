import { ofDegrees, toDegrees, turned, turnedTowards, turnVector } from "./rotation.js";

/**
 * A number over time as recipes hold it: a number where it does not change (nothing where it is 0), else a list of keys with their
 * times, values and ways to the next key. Between keys it goes as in renders. A rotation over time is the same with angles for values.
 * @typedef {{yaw: number, pitch: number, roll: number}} Angles degrees
 * @typedef {{at_s: number, value: number|Angles, way?: "curve"|"linear"|"ease"|"hold"}} Key
 * @typedef {number|Angles|Key[]|undefined} Track
 */
const AT = "at_s";

export const CURVE = "curve";

export const isKeyed = (track) => Array.isArray(track);

const wayOf = (key) => key.way ?? CURVE;

/** Of a number before and after a key, a second: 0 at peaks, else as Fritsch and Butland 1984 have it. */
function slope(one, two, before, after) {
  if (one * two <= 0) {
    return 0;
  }
  const share = (1 + after / (before + after)) / 3;
  return (one * two) / (share * two + (1 - share) * one);
}

/** The slopes of all numbers at a key, level at the ends and beside what is no curve; `change` gives their changes between two keys. */
function slopes(keys, i, change) {
  if (i === 0 || i === keys.length - 1 || wayOf(keys[i - 1]) !== CURVE || wayOf(keys[i]) !== CURVE) {
    return [0, 0, 0];
  }
  const before = keys[i][AT] - keys[i - 1][AT];
  const after = keys[i + 1][AT] - keys[i][AT];
  const then = change(keys[i], keys[i + 1]);
  return change(keys[i - 1], keys[i]).map((value, k) => slope(value / before, then[k] / after, before, after));
}

const NUMBERS = {
  mixed: (a, b, s) => a + s * (b - a),
  curved(keys, i, s, span) {
    const difference = (a, b) => [b.value - a.value];
    const one = slopes(keys, i, difference)[0] * span;
    const two = slopes(keys, i + 1, difference)[0] * span;
    const change = keys[i + 1].value - keys[i].value;
    return keys[i].value + s * (one + s * (3 * change - 2 * one - two + s * (one + two - 2 * change)));
  },
};

/** Along the sphere; curves by de Casteljau's way (Shoemake 1985). */
const ROTATIONS = {
  mixed: (a, b, s) => toDegrees(turnedTowards(ofDegrees(a), ofDegrees(b), s)),
  curved(keys, i, s, span) {
    const turn = (a, b) => turnVector(ofDegrees(a.value), ofDegrees(b.value));
    const third = (value, n, time) => turned(ofDegrees(value), slopes(keys, n, turn).map((rate) => (rate * time) / 3));
    let points = [ofDegrees(keys[i].value), third(keys[i].value, i, span), third(keys[i + 1].value, i + 1, -span), ofDegrees(keys[i + 1].value)];
    while (points.length > 1) {
      points = points.slice(1).map((point, n) => turnedTowards(points[n], point, s));
    }
    return toDegrees(points[0]);
  },
};

/** The key whose stretch a time lies in, or -1 before the first. */
function stretch(track, time) {
  const next = track.findIndex((key) => key[AT] > time);
  return (next < 0 ? track.length : next) - 1;
}

/** The value at a time. */
export function valueAt(track, time) {
  if (!isKeyed(track)) {
    return track ?? 0;
  }
  const i = stretch(track, time);
  if (i < 0 || i === track.length - 1) {
    return track[Math.max(0, i)].value;
  }
  const { mixed, curved } = typeof track[i].value === "number" ? NUMBERS : ROTATIONS;
  const span = track[i + 1][AT] - track[i][AT];
  const s = (time - track[i][AT]) / span;
  switch (wayOf(track[i])) {
    case "hold":
      return track[i].value;
    case "linear":
      return mixed(track[i].value, track[i + 1].value, s);
    case "ease":
      return mixed(track[i].value, track[i + 1].value, s * s * (3 - 2 * s));
    default:
      return curved(track, i, s, span);
  }
}

/** The key at a time, if there is one within half a frame. */
export const keyAt = (track, time, frame) => (isKeyed(track) ? track.find((key) => Math.abs(key[AT] - time) < frame / 2) : undefined);

const sorted = (keys) => keys.toSorted((a, b) => a[AT] - b[AT]);

/** The same with a key at a time; it keeps its way, a new one goes on as the stretch did that it parts. */
export function withKey(track, time, frame, value = valueAt(track, time)) {
  const there = keyAt(track, time, frame);
  const others = isKeyed(track) ? track.filter((key) => key !== there) : [];
  const before = there ?? (isKeyed(track) ? track[stretch(track, time)] : undefined);
  return sorted([...others, { ...(before?.way && { way: before.way }), [AT]: there?.[AT] ?? time, value }]);
}

/** The same with another value: everywhere, or at a key of that time, which is set if need be. */
export const changed = (track, time, frame, value) => (isKeyed(track) ? withKey(track, time, frame, value) : value);

/** The same without the key at a time; without any it does not change any more. */
export function withoutKey(track, time, frame) {
  const left = track.filter((key) => key !== keyAt(track, time, frame));
  return left.length === 0 ? valueAt(track, time) : left;
}

/** The same with a key elsewhere; a key that was there gives way to it. */
export function withKeyMoved(track, from, to, frame) {
  const key = keyAt(track, from, frame);
  const others = track.filter((each) => each !== key && Math.abs(each[AT] - to) >= frame / 2);
  return sorted([...others, { ...key, [AT]: to }]);
}

/** The way from a time on to the next key, or nothing where there is none. */
export function wayAt(track, time, frame) {
  const there = keyAt(track, time, frame);
  const i = isKeyed(track) ? (there ? track.indexOf(there) : stretch(track, time)) : -1;
  return i < 0 || i === track.length - 1 ? undefined : wayOf(track[i]);
}

/** The same with another way from a time on to the next key. */
export function withWay(track, time, frame, way) {
  const at = keyAt(track, time, frame) ?? track[stretch(track, time)];
  return track.map(({ way: before, ...key }) => {
    const own = key[AT] === at?.[AT] ? way : before;
    return own && own !== CURVE ? { ...key, way: own } : key;
  });
}

/** The time of the key before or after a time, or null. */
export function neighbour(track, time, frame, step) {
  const times = isKeyed(track) ? track.map((key) => key[AT]) : [];
  const found = step > 0 ? times.find((at) => at > time + frame / 2) : times.findLast((at) => at < time - frame / 2);
  return found ?? null;
}
