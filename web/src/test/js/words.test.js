import assert from "node:assert/strict";
import { test } from "node:test";
import { curveOf, transformName } from "../../main/resources/static/js/bench/curves.js";
import { clock, plain } from "../../main/resources/static/js/bench/format.js";
import { bytes } from "../../main/resources/static/js/page/bytes.js";
import { timeLeft } from "../../main/resources/static/js/page/timeLeft.js";

test("sizes", () => {
  assert.equal(bytes(0), "0 B");
  assert.equal(bytes(999), "999 B");
  assert.equal(bytes(1000), "1.0 kB");
  assert.equal(bytes(2_345_678_901), "2.3 GB");
  assert.equal(bytes(5e15), "5000.0 TB");
});

test("time that is left is never said too short", () => {
  assert.equal(timeLeft(0.2), "1 s left");
  assert.equal(timeLeft(59.5), "1 min 0 s left");
  assert.equal(timeLeft(125), "2 min 5 s left");
});

test("moments", () => {
  assert.equal(clock(0), "0:00.00");
  assert.equal(clock(61.5), "1:01.50");
  assert.equal(clock(-0.04), "-0:00.04");
  assert.equal(clock(119.9999999999), "2:00.00");
  assert.equal(clock(59.999), "1:00.00");
  assert.equal(clock(-0.001), "0:00.00");
});

test("no minus before zero", () => {
  assert.equal(plain(-0.001, 2), "0.00");
  assert.equal(plain(-0.006, 2), "-0.01");
  assert.equal(plain(3, 1), "3.0");
});

test("a take's curve and its transform by their names", () => {
  const kept = (balance) => ({ recipe: { balance }, clips: [{ curve: "hlg" }] });
  assert.equal(curveOf(kept({})), "Rec.2100 HLG");
  assert.equal(curveOf(kept({ curve: "cineon" })), "Cineon-style log");
  assert.equal(curveOf(kept({ linear: { name: "own log.cube" } })), "own log.cube");
  assert.equal(transformName(undefined), "");
  assert.equal(transformName({ to: "bt709" }), "to Rec.709");
  assert.equal(transformName({ cube: { file: "looks/warm.cube" } }), "warm.cube");
});
