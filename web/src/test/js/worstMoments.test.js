import assert from "node:assert/strict";
import { test } from "node:test";
import { worstMoments } from "../../main/resources/static/js/bench/worstMoments.js";

test("the highest moments come first, and neighbours are one", () => {
  const points = [[0, 0.1], [1, 0.9], [1.2, 0.95], [1.4, 0.8], [3, 0.4], [5, 0.6]];
  assert.deepEqual(worstMoments(points, 1), [1.2, 5, 3, 0]);
});

test("what was not measured has no worst moment", () => {
  assert.deepEqual(worstMoments([], 1), []);
});
