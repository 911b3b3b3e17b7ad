import assert from "node:assert/strict";
import { test } from "node:test";
import { layoutsOf } from "../../main/resources/static/js/bench/layouts.js";
import { readySpecs } from "../../main/resources/static/js/bench/readySpecs.js";
import { usualRate } from "../../main/resources/static/js/page/codecs.js";

const take = (framings) => layoutsOf({ recipe: { rig: { lenses: [] }, framing: { framings } }, canvasWidth: 5760 });

test("ready specs are made for the take's own size", () => {
  const specs = readySpecs(take([]));
  assert.deepEqual(specs.map(({ name }) => name), ["360 master", "360 upload, 8 bit", "Small draft"]);
  const [master, upload, draft] = specs.map(({ spec }) => spec);
  assert.deepEqual([master.width, master.codec, master.bits, master.quality], [5760, "prores_422_hq", 10, undefined]);
  assert.deepEqual([upload.width, upload.height, upload.codec, upload.preset], [5760, 2880, "h264", "medium"]);
  assert.deepEqual([draft.width, draft.height, draft.kernel], [1920, 960, "quick"]);
});

test("what shows a framing is there where the take has such a one", () => {
  const specs = readySpecs(take([
    { name: "Walk", aspect: { width: 16, height: 9 } }, { name: "Phone", aspect: { width: 9, height: 16 } }, { name: "Planet", aspect: { width: 1, height: 1 } },
  ]));
  const of = (name) => specs.find((spec) => spec.name === name).spec;
  assert.deepEqual([of("Flat 16:9").framing, of("Flat 16:9").width, of("Flat 16:9").height], ["Walk", 1920, 1080]);
  assert.deepEqual([of("Upright 9:16").framing, of("Upright 9:16").height], ["Phone", 1920]);
  assert.equal(of("Square").framing, "Planet");
});

test("a bit rate begins at what size and rate want", () => {
  assert.equal(usualRate("h264", { width: 3840, height: 1920 }, 25), 29500);
  assert.ok(usualRate("h265", { width: 3840, height: 1920 }, 25) < 20000);
  assert.equal(usualRate("h264", { width: 64, height: 32 }, 1), 500);
});
