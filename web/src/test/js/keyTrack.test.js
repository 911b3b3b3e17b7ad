import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { test } from "node:test";
import { ofDegrees } from "../../main/resources/static/js/bench/rotation.js";
import { changed, isKeyed, keyAt, neighbour, valueAt, wayAt, withKey, withKeyMoved, withoutKey, withWay } from "../../main/resources/static/js/bench/keyTrack.js";

const FRAME = 0.04;
const moving = [
  { at_s: 1, value: 0 },
  { at_s: 2, value: 1 },
  { at_s: 4, value: 5 },
];

test("what does not change is the same at all times", () => {
  assert.equal(isKeyed(0.5), false);
  assert.equal(valueAt(0.5, 3), 0.5);
  assert.equal(valueAt(undefined, 3), 0);
  assert.equal(keyAt(0.5, 0, FRAME), undefined);
  assert.equal(changed(0.5, 7, FRAME, 2), 2);
});

test("values are those of a render, for every way", () => {
  const cases = JSON.parse(readFileSync(new URL("../resources/tracks.json", import.meta.url)));
  assert.ok(cases.length >= 8);
  for (const { track, values } of cases) {
    for (const [time, value] of values) {
      assert.ok(Math.abs(valueAt(track, time) - value) < 1e-12, `${valueAt(track, time)}, not ${value}, at ${time} of ${JSON.stringify(track)}`);
    }
  }
});

test("a key is set where there is none, and changed where there is one", () => {
  const three = changed(moving, 3, FRAME, 0.5);
  assert.deepEqual(three[2], { at_s: 3, value: 0.5 });
  const again = changed(three, 3 + FRAME / 3, FRAME, 0.25);
  assert.equal(again.length, 4);
  assert.deepEqual(again[2], { at_s: 3, value: 0.25 });
});

test("a key that parts a stretch goes on as the stretch did", () => {
  const held = withWay(moving, 2.5, FRAME, "hold");
  assert.deepEqual(held.map((key) => key.way), [undefined, "hold", undefined]);
  assert.deepEqual(withKey(held, 3, FRAME)[2], { way: "hold", at_s: 3, value: 1 });
  assert.equal(wayAt(held, 3, FRAME), "hold");
  assert.equal(wayAt(held, 1.5, FRAME), "curve");
  assert.equal(wayAt(held, 0, FRAME), undefined);
  assert.equal(wayAt(held, 5, FRAME), undefined);
  assert.deepEqual(withWay(held, 2, FRAME, "curve"), moving);
});

test("the first key makes it change over time, the last one taken away lets it rest", () => {
  const one = withKey(0.5, 2, FRAME);
  assert.deepEqual(one, [{ at_s: 2, value: 0.5 }]);
  assert.equal(withoutKey(one, 2, FRAME), 0.5);
  assert.deepEqual(withoutKey(moving, 2, FRAME), [moving[0], moving[2]]);
});

test("a key is moved past others, and takes the place of one that is there", () => {
  assert.deepEqual(withKeyMoved(moving, 1, 3, FRAME), [moving[1], { at_s: 3, value: 0 }, moving[2]]);
  assert.deepEqual(withKeyMoved(moving, 1, 4, FRAME), [moving[1], { at_s: 4, value: 0 }]);
});

test("neighbouring keys are found from between and from on them", () => {
  assert.equal(neighbour(moving, 2, FRAME, 1), 4);
  assert.equal(neighbour(moving, 2, FRAME, -1), 1);
  assert.equal(neighbour(moving, 3, FRAME, -1), 2);
  assert.equal(neighbour(moving, 4, FRAME, 1), null);
  assert.equal(neighbour(3, 1, FRAME, 1), null);
});

test("rotations are those of a render, for every way", () => {
  const cases = JSON.parse(readFileSync(new URL("../resources/turns.json", import.meta.url)));
  assert.ok(cases.length >= 5);
  for (const { track, quaternions } of cases) {
    for (const [time, wanted] of quaternions) {
      const found = ofDegrees(valueAt(track, time));
      const same = Math.abs(found.reduce((sum, value, k) => sum + value * wanted[k], 0));
      assert.ok(same > 1 - 1e-8, `${found}, not ${wanted}, at ${time} of ${JSON.stringify(track)}`);
    }
  }
});
