import assert from "node:assert/strict";
import { test } from "node:test";
import { marked } from "../../main/resources/static/js/bench/stage/follow.js";
import { add, current, keyedHere, lookAt, looking, READY, remove, rename, withShape } from "../../main/resources/static/js/bench/stage/framings.js";
import { nearest } from "../../main/resources/static/js/bench/namedList.js";

/** A store of a take that keeps what it is told. */
function store() {
  const of = new EventTarget();
  return Object.assign(of, {
    time: 1,
    draft: {},
    kept: { rate: 25, recipe: {} },
    section: (name) => of.draft[name] ?? of.kept.recipe[name],
    keep: (label, set) => Object.assign(of.kept.recipe, set),
  });
}

test("a new framing has a free name and is the one that is worked on", () => {
  const take = store();
  assert.equal(current(take), undefined);
  add(take, READY[0]);
  add(take, READY[0]);
  assert.deepEqual(take.kept.recipe.framing.framings.map(({ name }) => name), ["Flat", "Flat 2"]);
  assert.equal(current(take).name, "Flat 2");
  remove(take);
  assert.equal(current(take).name, "Flat");
  rename(take, "Rail");
  assert.equal(current(take).name, "Rail");
});

test("what has no keys changes everywhere, what has keys at the moment", () => {
  const take = store();
  add(take, READY[0]);
  Object.assign(take.kept.recipe, looking(take, { yaw: 20, field: 70 }));
  assert.deepEqual(lookAt(current(take), 9), { yaw: 20, pitch: 0, roll: 0, field: 70 });
  Object.assign(take.kept.recipe, keyedHere(take));
  take.time = 3;
  Object.assign(take.kept.recipe, looking(take, { yaw: 60 }));
  assert.equal(lookAt(current(take), 1).yaw, 20);
  assert.equal(lookAt(current(take), 3).yaw, 60);
  assert.equal(lookAt(current(take), 3).field, 70);
});

test("a shape that shows less narrows what looked wider", () => {
  const take = store();
  add(take, READY[3]);
  Object.assign(take.kept.recipe, withShape(take, "flat"));
  assert.equal(current(take).field_deg, 170);
  Object.assign(take.kept.recipe, keyedHere(take));
  Object.assign(take.kept.recipe, withShape(take, "panini"));
  assert.equal(current(take).field_deg[0].value, 170);
});

test("headings go the shortest way", () => {
  assert.equal(nearest(-170, 175), 190);
  assert.equal(nearest(10, 715), 730);
  assert.equal(nearest(10, -20), 10);
});

test("a box in the framed picture marks a place and a size", () => {
  const framing = { ...READY[0], yaw_deg: 30, field_deg: 90 };
  const { yawDeg, pitchDeg, sizeDeg } = marked(framing, 0, { from: { x: 0.45, y: 0.4 }, to: { x: 0.55, y: 0.6 } });
  assert.ok(Math.abs(yawDeg - 30) < 1e-9 && Math.abs(pitchDeg) < 1e-9);
  const across = (2 * Math.atan(0.1) * 180) / Math.PI;
  assert.ok(Math.abs(sizeDeg - Math.sqrt(across * ((2 * Math.atan((0.2 * 9) / 16) * 180) / Math.PI))) < 1e-9);
  const tunnel = { ...framing, shape: "equidistant", field_deg: 360 };
  assert.equal(marked(tunnel, 0, { from: { x: 0, y: 0 }, to: { x: 1, y: 0.1 } }), null);
});
