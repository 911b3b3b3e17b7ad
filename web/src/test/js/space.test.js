import assert from "node:assert/strict";
import { test } from "node:test";
import { fieldOf, ofKind, withField } from "../../main/resources/static/js/bench/lensModel.js";
import { Tangent, unit } from "../../main/resources/static/js/bench/pane/tangent.js";
import { between, directionAt, ofDegrees, times, toDegrees, turnAbout } from "../../main/resources/static/js/bench/rotation.js";

const near = (found, wanted, most = 1e-9) => found.forEach((value, k) => assert.ok(Math.abs(value - wanted[k]) < most, `${found} is not ${wanted}`));
const angles = ({ yaw, pitch, roll }) => [yaw, pitch, roll];

/** A direction turned by a quaternion. */
function turned(q, [x, y, z]) {
  const conjugate = [q[0], -q[1], -q[2], -q[3]];
  return times(times(q, [0, x, y, z]), conjugate).slice(1);
}

test("angles come back", () => {
  for (const given of [[10, 20, 30], [-170, 85, 5], [0, -60, 179]]) {
    const [yaw, pitch, roll] = given;
    near(angles(toDegrees(ofDegrees({ yaw, pitch, roll }))), given);
  }
  // Straight up, heading and roll are one thing.
  near(angles(toDegrees(ofDegrees({ yaw: 40, pitch: 90, roll: 10 }))).slice(1), [90, 0], 1e-5);
});

test("forward turned by heading and pitch lands to the right and up", () => {
  near(turned(ofDegrees({ yaw: 90, pitch: 0, roll: 0 }), [0, 0, 1]), [1, 0, 0]);
  near(turned(ofDegrees({ yaw: 0, pitch: 90, roll: 0 }), [0, 0, 1]), [0, -1, 0]);
  near(turned(turnAbout.forward(90), [1, 0, 0]), [0, 1, 0]);
});

test("a grabbed direction is taken to where the pointer is", () => {
  const from = directionAt(0.3, 0.4);
  const to = directionAt(0.55, 0.2);
  near(turned(between(from, to), from), to);
  near(turned(between(from, from.map((value) => -value)), [0, 1, 0]).map(Math.abs), [0, 1, 0]);
});

test("places of the canvas are directions", () => {
  near(directionAt(0.5, 0.5), [0, 0, 1]);
  near(directionAt(0.75, 0.5), [1, 0, 0]);
  near(directionAt(0.1, 0), [0, -1, 0]);
});

test("a flat view gives places for directions and back", () => {
  for (const middle of [[0.2, 0.1, 1], [1, -0.5, 0], [0, 1, 0.01]]) {
    const view = new Tangent(middle, 40);
    near(view.place(unit(middle)), [0, 0]);
    for (const place of [[0.5, -0.25], [-1, 1]]) {
      near(view.place(view.direction(place)), place);
    }
    assert.equal(view.place(unit(middle.map((value) => -value))), null);
  }
  const view = new Tangent([0, 0, 1], 90);
  near(view.place(unit([1, 0, 1])), [1, 0]);
  near(view.place(unit([0, 1, 1])), [0, 1]);
});

test("the field of view and the focal length follow from each other", () => {
  const lens = { slot: "A", width: 1920, height: 1920, centre_x_px: 960, centre_y_px: 950, focal_px: 560, circle: { centre_x_px: 960, centre_y_px: 960, radius_px: 950 } };
  for (const model of ["fisheye", "equisolid", "stereographic"]) {
    const wide = withField({ ...lens, model }, 200);
    assert.ok(Math.abs(fieldOf(wide) - 200) < 1e-9);
  }
  assert.ok(Math.abs(fieldOf(withField({ ...lens, model: "rectilinear", circle: undefined }, 90)) - 90) < 1e-9);
  assert.ok(Math.abs(withField({ ...lens, model: "rectilinear", circle: undefined }, 90).focal_px - 960) < 1e-9);
});

test("another optical kind keeps the lens's place and forgets its distortion", () => {
  const lens = { slot: "B", model: "fisheye", width: 1440, height: 1920, centre_x_px: 700, centre_y_px: 950, focal_px: 500, k1: 0.1, yaw_deg: 90, pitch_deg: 1, roll_deg: 2, pupil_m: [0, 0, 0.03] };
  const flat = ofKind(lens, { model: "rectilinear", fieldDeg: 92, disc: false });
  assert.equal(flat.circle, undefined);
  assert.equal(flat.k1, 0);
  assert.equal(flat.p2, 0);
  assert.deepEqual([flat.yaw_deg, flat.centre_x_px, flat.pupil_m[2]], [90, 700, 0.03]);
  assert.ok(Math.abs(fieldOf(flat) - 92) < 1e-9);
  const round = ofKind(lens, { model: "equisolid", fieldDeg: 190, disc: true });
  assert.equal(round.circle.radius_px, 0.495 * 1440);
  assert.equal("k1" in round, false);
});
