import assert from "node:assert/strict";
import { test } from "node:test";
import { anaglyph, eyeAt, isHalf, isStereo, placeOn, sizeOf } from "../../main/resources/static/js/bench/pane/eyes.js";
import { layoutsOf } from "../../main/resources/static/js/bench/layouts.js";

const lens = (eye, yaw_deg = 0) => ({ eye, yaw_deg, pitch_deg: 0 });
const pair = { lenses: [lens("left"), lens("right", 1)] };
const round = { lenses: [lens(undefined), lens(undefined, 180)] };

test("a pair that looks ahead is told from a rig that looks round", () => {
  assert.ok(isStereo(pair) && isHalf(pair));
  assert.ok(!isStereo(round) && !isHalf(round));
  assert.ok(!isStereo({ lenses: [lens("left"), lens("both")] }));
});

test("places of an eye's picture are found where they are shown", () => {
  const seen = { yaw: 30, pitch: -20 };
  for (const half of [true, false]) {
    for (const way of ["beside", "above"]) {
      for (const eye of ["left", "right"]) {
        const place = placeOn(way, eye, seen, half);
        const back = eyeAt(way, place, half);
        assert.equal(back.eye, eye);
        assert.ok(Math.abs(back.yaw - seen.yaw) < 1e-9 && Math.abs(back.pitch - seen.pitch) < 1e-9, `${way} ${eye} ${half}`);
      }
    }
  }
  assert.equal(eyeAt("anaglyph", { x: 0.5, y: 0.5 }, true).eye, "both");
  assert.equal(eyeAt("beside", { x: 1.1, y: 0.5 }, true), null);
  assert.equal(placeOn("left", "right", seen, true), null);
  assert.equal(placeOn("beside", "left", { yaw: 95, pitch: 0 }, true), null);
});

test("arrangements are as large as their eyes together", () => {
  const eye = { width: 100, height: 50 };
  assert.deepEqual(sizeOf("beside", eye), { width: 200, height: 50 });
  assert.deepEqual(sizeOf("above", eye), { width: 100, height: 100 });
  assert.deepEqual(sizeOf("anaglyph", eye), eye);
});

test("an anaglyph has the left eye's grey in red and the right eye's in the others", () => {
  const found = anaglyph(new Uint8ClampedArray([200, 200, 200, 255]), new Uint8ClampedArray([0, 100, 0, 255]));
  assert.deepEqual([...found], [200, 59, 59, 255]);
});

test("what a take can be handed over as follows from its eyes", () => {
  const framing = { framings: [{ name: "Door", aspect: { width: 16, height: 9 } }] };
  const names = (recipe) => layoutsOf({ recipe, canvasWidth: 3840 }).map(({ layout }) => layout.layout);
  assert.deepEqual(names({ rig: round }), ["mono_360"]);
  assert.deepEqual(names({ rig: round, framing }), ["mono_360", "flat"]);
  assert.deepEqual(names({ rig: pair, framing }), ["stereo_180", "mono_180", "mono_180", "stereo_flat", "flat"]);
  const ring = { lenses: [lens("left"), lens("right", 120)] };
  assert.deepEqual(names({ rig: ring }), ["stereo_360", "stereo_360", "mono_360"]);
  for (const { sizes, usual } of layoutsOf({ recipe: { rig: pair, framing }, canvasWidth: 3840 })) {
    assert.ok(sizes.some(([width, height]) => width === usual[0] && height === usual[1]), `${usual}`);
    assert.ok(sizes.every(([width, height]) => width % 4 === 0 && height % 2 === 0));
  }
});
