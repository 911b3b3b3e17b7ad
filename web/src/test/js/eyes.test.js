import assert from "node:assert/strict";
import { test } from "node:test";
import { anaglyph, eyeAt, isHalf, isStereo, placeOn, sizeOf } from "../../main/resources/static/js/bench/pane/eyes.js";
import { apart, slopeOf, stretched } from "../../main/resources/static/js/bench/stage/depth.js";
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

test("lenses that become eyes are put beside each other where they are in one place", () => {
  const at = (eye, x) => ({ eye, pupil_m: [x, 0, 0.01] });
  assert.deepEqual(apart([at("left", 0), at("right", 0)]).map(({ pupil_m }) => pupil_m[0]), [-0.032, 0.032]);
  assert.deepEqual(apart([at("left", -0.03), at("right", 0.03)]).map(({ pupil_m }) => pupil_m[0]), [-0.03, 0.03]);
  assert.deepEqual(apart([at("left", 0), at(undefined, 0)]).map(({ pupil_m }) => pupil_m[0]), [0, 0]);
});

test("a stretch of depth keeps its fixed point, and says nothing where it is none", () => {
  const take = { kept: { recipe: { depth: { screen_deg: 0, curve: [{ filmed_deg: 2, wanted_deg: 2 }, { filmed_deg: 3, wanted_deg: 3.3 }] }, rig: pair } } };
  assert.ok(Math.abs(slopeOf(take.kept.recipe.depth) - 1.3) < 1e-9);
  const { depth } = stretched(take, 0.5);
  assert.deepEqual(depth.curve[0], { filmed_deg: 2, wanted_deg: 2 });
  assert.ok(Math.abs(slopeOf(depth) - 0.5) < 1e-9);
  assert.equal(stretched({ kept: { recipe: { depth: { screen_deg: 0 } } } }, 1).depth.curve, undefined);
  assert.ok(Number.isNaN(slopeOf({ curve: [1, 2, 3].map((n) => ({ filmed_deg: n, wanted_deg: n })) })));
});
