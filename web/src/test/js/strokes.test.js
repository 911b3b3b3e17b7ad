import assert from "node:assert/strict";
import { test } from "node:test";
import { nameOf, simplified, spotsOf, strengthAt } from "../../main/resources/static/js/bench/strokes.js";

test("a line keeps the places without which it would be another one", () => {
  const straight = Array.from({ length: 50 }, (_, n) => [n / 50, n / 100]);
  assert.deepEqual(simplified(straight, 0.001), [straight[0], straight[49]]);
  const bent = [...straight, [0.98, 0.9]];
  assert.deepEqual(simplified(bent, 0.001), [straight[0], straight[49], [0.98, 0.9]]);
  assert.deepEqual(simplified([[0.5, 0.5]], 0.1), [[0.5, 0.5]]);
});

test("no simplified line is farther off than it may be", () => {
  const wave = Array.from({ length: 400 }, (_, n) => [n / 400, 0.5 + 0.1 * Math.sin(n / 20)]);
  const kept = simplified(wave, 0.004);
  assert.ok(kept.length < 60);
  for (const [x, y] of wave) {
    const off = Math.min(...kept.slice(1).map(([bx, by], n) => {
      const [ax, ay] = kept[n];
      const along = Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / ((bx - ax) ** 2 + (by - ay) ** 2)));
      return Math.hypot(x - ax - along * (bx - ax), y - ay - along * (by - ay));
    }));
    assert.ok(off <= 0.0040001);
  }
});

test("a stroke has no more spots than a document holds, in shares of the picture", () => {
  const spiral = Array.from({ length: 3000 }, (_, n) => [0.5 + (n / 7000) * Math.cos(n / 5), 0.5 + (n / 7000) * Math.sin(n / 5)]);
  const spots = spotsOf(spiral, 0.0004, 2);
  assert.ok(spots.length <= 800 && spots.length > 300);
  assert.deepEqual(spots.slice(0, 2), [0.5, 0.5]);
  assert.deepEqual(spotsOf([[0.123456, 0.2]], 0.001, 2), [0.12346, 0.2]);
});

test("a stroke comes and goes with its time", () => {
  const stroke = { during: { from_s: 2, to_s: 3, fade_s: 0.5 } };
  assert.deepEqual([1.5, 1.75, 2, 3, 3.25, 3.5].map((time) => strengthAt(stroke, time)), [0, 0.5, 1, 1, 0.5, 0]);
  assert.equal(strengthAt({}, 99), 1);
  assert.equal(strengthAt({ during: { from_s: 2, to_s: 3 } }, 3.01), 0);
});

test("strokes are told apart by what they say and when", () => {
  assert.equal(nameOf({ lens: "B", kind: "leave_out" }, 3), "3: leave out lens B");
  assert.equal(nameOf({ lens: "A", kind: "use", during: { from_s: 1, to_s: 2.25 } }, 1), "1: use lens A, 1.0 to 2.3 s");
});
