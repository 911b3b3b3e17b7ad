import assert from "node:assert/strict";
import { test } from "node:test";
import { about, ended, handles, holds, moved, pulled, rim, sided } from "../../main/resources/static/js/bench/guardShape.js";
import { ofDegrees } from "../../main/resources/static/js/bench/rotation.js";

const STILL = [1, 0, 0, 0];
const TURNED = ofDegrees({ yaw: 40, pitch: -10, roll: 25 });
const place = (yaw, pitch) => ({ x: 0.5 + yaw / 360, y: 0.5 - pitch / 180 });
const near = (found, wanted, message) => assert.ok(Math.abs(found - wanted) < 1e-6, `${message ?? ""} ${found} is not ${wanted}`);

test("what is pulled open fills the box between two places", () => {
  const area = pulled(STILL, place(-5, 3), place(5, -3));
  near(area.yaw, 0);
  near(area.pitch, 0);
  near(area.turn, 0);
  assert.ok(Math.abs(area.length - 5) < 0.02 && Math.abs(area.width - 3) < 0.02);
});

test("what is higher than wide is long upwards", () => {
  const area = pulled(STILL, place(-2, 6), place(2, -6));
  near(area.turn, 90);
  assert.ok(area.length > 5.9 && area.width < 2.1);
});

test("on a canvas that is turned against the rig it lies where it was drawn", () => {
  const area = pulled(TURNED, place(20, 30), place(28, 26));
  const { middle, end, side } = handles(area, TURNED);
  assert.ok(Math.hypot((middle.x - 0.5) * 360 - 24, (0.5 - middle.y) * 180 - 28) < 0.1);
  // Level on the canvas, so that its end lies to the right of its middle and its side below it.
  assert.ok(end.x > middle.x && Math.abs(end.y - middle.y) < 0.001);
  assert.ok(side.y > middle.y && Math.abs(side.x - middle.x) < 0.001);
});

test("its rim is as far from its middle as it says, its inside is held", () => {
  const area = { yaw: 100, pitch: 20, turn: 30, length: 6, width: 2 };
  for (const at of rim(area, TURNED)) {
    const [along, across] = about(area, TURNED, at);
    near(Math.hypot(along / 6, across / 2), 1);
  }
  assert.ok(holds(area, TURNED, handles(area, TURNED).middle));
  assert.ok(!holds(area, TURNED, handles({ ...area, length: 6.2 }, TURNED).end));
});

test("moved, turned and stretched, the pointer stays where it took hold", () => {
  const area = { yaw: 10, pitch: 5, turn: 0, length: 6, width: 2 };
  const to = place(60, 40);
  const there = { ...area, ...moved(area, TURNED, handles(area, TURNED).middle, to) };
  near(handles(there, TURNED).middle.x, to.x);
  near(handles(there, TURNED).middle.y, to.y);
  const end = handles({ ...area, turn: 50, length: 9 }, TURNED).end;
  const stretched = { ...area, ...ended(area, TURNED, end) };
  near(stretched.turn, 50);
  near(stretched.length, 9);
  near({ ...area, ...sided(area, TURNED, handles({ ...area, width: 4 }, TURNED).side) }.width, 4);
});

test("a guard is never too small or too large to be drawn", () => {
  assert.equal(pulled(STILL, place(0, 0), place(0.1, -0.1)).length, 0.2);
  assert.equal(sided({ yaw: 0, pitch: 0, turn: 0, length: 5, width: 2 }, STILL, place(0, -80)).width, 60);
});
