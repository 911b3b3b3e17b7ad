// Quaternions [w, x, y, z]; axes as in the whole product: X right, Y down, Z forward; R = Ry(yaw) Rx(pitch) Rz(roll).
const RAD = Math.PI / 180;

const about = (x, y, z, angle) => [Math.cos(angle / 2), x * Math.sin(angle / 2), y * Math.sin(angle / 2), z * Math.sin(angle / 2)];

export function times(a, b) {
  return [
    a[0] * b[0] - a[1] * b[1] - a[2] * b[2] - a[3] * b[3],
    a[0] * b[1] + a[1] * b[0] + a[2] * b[3] - a[3] * b[2],
    a[0] * b[2] - a[1] * b[3] + a[2] * b[0] + a[3] * b[1],
    a[0] * b[3] + a[1] * b[2] - a[2] * b[1] + a[3] * b[0],
  ];
}

export function ofDegrees({ yaw, pitch, roll }) {
  return times(times(about(0, 1, 0, yaw * RAD), about(1, 0, 0, pitch * RAD)), about(0, 0, 1, roll * RAD));
}

function matrix([w, x, y, z]) {
  return [
    1 - 2 * (y * y + z * z), 2 * (x * y - w * z), 2 * (x * z + w * y),
    2 * (x * y + w * z), 1 - 2 * (x * x + z * z), 2 * (y * z - w * x),
    2 * (x * z - w * y), 2 * (y * z + w * x), 1 - 2 * (x * x + y * y),
  ];
}

export function toDegrees(q) {
  const length = Math.hypot(...q);
  const m = matrix(q.map((value) => value / length));
  const pitch = Math.asin(Math.max(-1, Math.min(1, -m[5])));
  const locked = Math.abs(m[5]) > 1 - 1e-12;
  const yaw = locked ? Math.atan2(-m[6], m[0]) : Math.atan2(m[2], m[8]);
  const roll = locked ? 0 : Math.atan2(m[3], m[4]);
  return { yaw: yaw / RAD, pitch: pitch / RAD, roll: roll / RAD };
}

export const inverse = ([w, x, y, z]) => [w, -x, -y, -z];

/** The rotation about a vector by its length, radians. */
const ofVector = (v) => {
  const angle = Math.hypot(...v);
  return angle === 0 ? [1, 0, 0, 0] : about(v[0] / angle, v[1] / angle, v[2] / angle, angle);
};

/** What {@link ofVector} takes, of the turn from one rotation to another. */
export function turnVector(from, to) {
  const [w, ...axis] = times(inverse(from), to);
  const half = Math.hypot(...axis);
  const scale = half < 1e-12 ? 2 : (2 * Math.atan2(half, Math.abs(w))) / half;
  return axis.map((value) => (w < 0 ? -1 : 1) * scale * value);
}

/** A rotation followed by a turn about its own axes. */
export const turned = (from, vector) => times(from, ofVector(vector));

/** A share of the way from one rotation to another. */
export const turnedTowards = (from, to, share) => turned(from, turnVector(from, to).map((value) => share * value));

/** A direction after a rotation. */
export function applied(q, [x, y, z]) {
  const m = matrix(q);
  return [m[0] * x + m[1] * y + m[2] * z, m[3] * x + m[4] * y + m[5] * z, m[6] * x + m[7] * y + m[8] * z];
}

/** The shortest rotation from one direction to another. */
export function between(a, b) {
  const dot = a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  const q = [1 + dot, a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
  const length = Math.hypot(...q);
  return length < 1e-6 ? [0, 0, 1, 0] : q.map((value) => value / length);
}

/** The direction of a place of the canvas, both 0 to 1. */
export function directionAt(x, y) {
  const yaw = (x - 0.5) * 2 * Math.PI;
  const pitch = (0.5 - y) * Math.PI;
  return [Math.sin(yaw) * Math.cos(pitch), -Math.sin(pitch), Math.cos(yaw) * Math.cos(pitch)];
}

/** The place of the canvas in a direction, both 0 to 1. */
export function placeOf([x, y, z]) {
  return { x: 0.5 + Math.atan2(x, z) / (2 * Math.PI), y: 0.5 - Math.asin(Math.max(-1, Math.min(1, -y / Math.hypot(x, y, z)))) / Math.PI };
}

/** Places along the great circle from one place of the canvas to another, so many parts. */
export function arc(from, to, parts) {
  const a = directionAt(from.x, from.y);
  const b = directionAt(to.x, to.y);
  return Array.from({ length: parts + 1 }, (_, i) => placeOf(a.map((value, k) => value + (i / parts) * (b[k] - value))));
}

export const turnAbout = { up: (degrees) => about(0, 1, 0, degrees * RAD), forward: (degrees) => about(0, 0, 1, degrees * RAD), right: (degrees) => about(1, 0, 0, degrees * RAD) };
