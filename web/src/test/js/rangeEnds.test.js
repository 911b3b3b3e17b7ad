import assert from "node:assert/strict";
import { test } from "node:test";
import { movedEnd } from "../../main/resources/static/js/bench/rangeEnds.js";

const TAKE = { from: 0.2, to: 8.6, rate: 25 };

for (const [key, time] of [["ArrowLeft", 1.96], ["ArrowRight", 2.04], ["ArrowUp", 2.04], ["PageDown", 1.6], ["PageUp", 2.4], ["Home", 0.2], ["End", 8.6]]) {
  test(`${key} moves an end of the range`, () => assert.ok(Math.abs(movedEnd(key, 2, TAKE) - time) < 1e-9));
}

test("other keys are left alone", () => assert.equal(movedEnd("b", 2, TAKE), null));
