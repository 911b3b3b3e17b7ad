import assert from "node:assert/strict";
import { test } from "node:test";
import { changed, isKeyed, keyAt, neighbour, valueAt, withKey, withoutKey } from "../../main/resources/static/js/bench/keyTrack.js";

const FRAME = 0.04;
const still = { exposure_stops: 0.5, tint: 0 };
const moving = [
  { at_s: 1, exposure_stops: 0, tint: 1 },
  { at_s: 2, exposure_stops: 1, tint: 1 },
  { at_s: 4, exposure_stops: 5, tint: -1 },
];

test("what does not change is the same at all times", () => {
  assert.equal(isKeyed(still), false);
  assert.deepEqual(valueAt(still, 3), still);
  assert.equal(keyAt(still, 0, FRAME), undefined);
  assert.deepEqual(changed(still, 7, FRAME, { tint: 2 }), { exposure_stops: 0.5, tint: 2 });
});

test("before the first key and after the last their values hold", () => {
  assert.deepEqual(valueAt(moving, 0), { exposure_stops: 0, tint: 1 });
  assert.deepEqual(valueAt(moving, 9), { exposure_stops: 5, tint: -1 });
});

test("it goes through its keys and never past them", () => {
  for (const { at_s, ...value } of moving) {
    assert.deepEqual(valueAt(moving, at_s), value);
  }
  let last = 0;
  for (let time = 1; time <= 4; time += 0.01) {
    const { exposure_stops: stops, tint } = valueAt(moving, time);
    assert.ok(stops >= last - 1e-12 && stops <= 5, `${stops} at ${time}`);
    assert.ok(tint <= 1 && tint >= -1);
    last = stops;
  }
  assert.equal(valueAt(moving, 1.5).tint, 1);
});

test("a key is set where there is none, and changed where there is one", () => {
  const three = changed(moving, 3, FRAME, { tint: 0.5 });
  assert.equal(three.length, 4);
  assert.equal(three[2].tint, 0.5);
  assert.equal(three[2].exposure_stops, valueAt(moving, 3).exposure_stops);
  const again = changed(three, 3 + FRAME / 3, FRAME, { tint: 0.25 });
  assert.equal(again.length, 4);
  assert.equal(again[2].at_s, 3);
  assert.equal(again[2].tint, 0.25);
});

test("the first key makes it change over time, the last one taken away lets it rest", () => {
  const one = withKey(still, 2, FRAME);
  assert.deepEqual(one, [{ at_s: 2, ...still }]);
  assert.deepEqual(withoutKey(one, 2, FRAME), still);
  assert.deepEqual(withoutKey(moving, 2, FRAME), [moving[0], moving[2]]);
});

test("neighbouring keys are found from between and from on them", () => {
  assert.equal(neighbour(moving, 2, FRAME, 1), 4);
  assert.equal(neighbour(moving, 2, FRAME, -1), 1);
  assert.equal(neighbour(moving, 3, FRAME, -1), 2);
  assert.equal(neighbour(moving, 4, FRAME, 1), null);
  assert.equal(neighbour(still, 1, FRAME, 1), null);
});
