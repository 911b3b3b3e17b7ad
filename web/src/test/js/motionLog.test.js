import assert from "node:assert/strict";
import { test } from "node:test";
import { describe, orderOf, preferred, shortName } from "../../main/resources/static/js/bench/stage/motionLog.js";

const offer = (file, where, holds = "13 s") => ({ file, where, holds, columns: [] });
const offers = [offer("a/other.csv", "SAME_FOLDER"), offer("a/clip.csv", "SAME_NAME")];

test("a log that belongs to a clip is chosen before anything was measured, and no other", () => {
  assert.equal(preferred(undefined, offers), "a/clip.csv");
  assert.equal(preferred(undefined, [offers[0]]), "");
  assert.equal(preferred(undefined, [offer("a/clip.csv", "SAME_NAME", "")]), "");
});

test("what was measured with stays chosen, none too", () => {
  assert.equal(preferred({ measure: {}, log: { file: "b/own.csv" } }, offers), "b/own.csv");
  assert.equal(preferred({ measure: {} }, offers), "");
});

test("an order says where a log begins only where somebody said it", () => {
  assert.deepEqual(orderOf({ file: "", near: "3", columns: {} }), { log: "" });
  assert.deepEqual(orderOf({ file: "a.csv", near: " " }), { log: "a.csv" });
  assert.deepEqual(orderOf({ file: "a.csv", near: "-2,5", columns: { time: 0 } }), { log: "a.csv", near: -2.5, columns: { time: 0 } });
  assert.throws(() => orderOf({ file: "a.csv", near: "soon" }), /“soon” is no time/u);
});

test("a log is described by where it lies and what it holds", () => {
  assert.equal(shortName("a/b/clip.csv"), "clip.csv");
  assert.equal(describe(offers[1]), "Beside the clip, with its name: 13 s.");
  assert.equal(describe(offer("x.csv", "SAME_FOLDER", "")), "In the clip’s folder: say what its columns are.");
});
