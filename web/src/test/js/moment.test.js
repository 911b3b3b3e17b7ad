import assert from "node:assert/strict";
import { test } from "node:test";
import { offsetList, seconds } from "../../main/resources/static/js/bench/moment.js";

const RATE = 25;
const CLIPS = [{ slot: "A", file: "card one/left.mp4" }, { slot: "B", file: "card two/right.mp4" }];

for (const [text, value] of [
  ["1.25", 1.25], ["1,25", 1.25], ["1.25 s", 1.25], ["480 ms", 0.48], ["12 f", 0.48], ["12 frames", 0.48], ["-3 f", -0.12],
  ["− 2", -2], ["+0.5", 0.5], [".5", 0.5], ["0:01:12", 1.48], ["00:00:01:12", 1.48], ["01:02:03:04", 3723.16], ["-0:01:05", -1.2],
]) {
  test(`“${text}” is ${value} s`, () => assert.ok(Math.abs(seconds(text, RATE) - value) < 1e-9, `${seconds(text, RATE)}`));
}

for (const text of ["", "soon", "1.2.3", "0:01:25", "12 m", "1:2"]) {
  test(`“${text}” is no moment`, () => assert.ok(Number.isNaN(seconds(text, RATE))));
}

test("a list names lenses by letter or by file", () => {
  assert.deepEqual(offsetList("a 0.5\nright.mp4; -12 f\n", CLIPS, RATE), { offsets: { A: 0.5, B: -0.48 }, wrong: "" });
  assert.deepEqual(offsetList("left = 1:02:03", CLIPS, RATE).offsets, { A: 62.12 });
});

test("what is wrong with a list is said of its first wrong line", () => {
  assert.match(offsetList("A 0.5\nC 1", CLIPS, RATE).wrong, /“C 1” names no lens/);
  assert.match(offsetList("A 0:01:30", CLIPS, RATE).wrong, /has no moment that can be read/);
  assert.equal(offsetList("\n \n", CLIPS, RATE).wrong, "There is no line yet.");
  assert.deepEqual(offsetList("A 1\nC 1", CLIPS, RATE).offsets, {});
});
