// Flat views of the sphere around a direction, as the server draws close-ups; axes: X right, Y down, Z forward.
const dot = (a, b) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a, b) => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];

export function unit(v) {
  const length = Math.hypot(...v);
  return v.map((value) => value / length);
}

const RAD = Math.PI / 180;

/** A flat view: places are -1 to 1 across and down. */
export class Tangent {
  constructor(middle, field) {
    this.middle = unit(middle);
    this.reach = Math.tan((field * RAD) / 2);
    const aside = Math.abs(this.middle[1]) < 0.9 ? [this.middle[2], 0, -this.middle[0]] : cross(this.middle, [0, 0, 1]);
    this.right = unit(aside);
    this.down = cross(this.middle, this.right);
  }

  /** Where a direction is in the view; null behind it. */
  place(direction) {
    const ahead = dot(direction, this.middle);
    return ahead > 0.05 ? [dot(direction, this.right) / ahead / this.reach, dot(direction, this.down) / ahead / this.reach] : null;
  }

  direction([x, y]) {
    return unit([0, 1, 2].map((k) => this.middle[k] + this.reach * (x * this.right[k] + y * this.down[k])));
  }
}
