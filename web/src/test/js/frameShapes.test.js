import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { test } from "node:test";
import { outline, placeIn, SHAPES } from "../../main/resources/static/js/bench/frameShapes.js";

const aspect = { width: 16, height: 9 };

/** Held against the renders' own geometry by FramesTest. */
const cases = JSON.parse(readFileSync(new URL("../resources/frames.json", import.meta.url)));

test("places of a frame lie where renders look", () => {
  assert.equal(new Set(cases.map(({ shape }) => shape)).size, Object.keys(SHAPES).length);
  for (const { shape, look, x, y, place } of cases) {
    const found = placeIn(shape, look, aspect, x, y);
    if (place === null) {
      assert.equal(found, null, `${shape} at ${x} ${y}`);
    } else {
      const across = Math.abs(found.x - place.x);
      assert.ok(Math.min(across, 1 - across) < 1e-6 && Math.abs(found.y - place.y) < 1e-6, `${shape} at ${x} ${y}: ${JSON.stringify(found)}`);
    }
  }
});

test("an outline goes round and closes", () => {
  const places = outline("flat", { yaw: 10, pitch: 5, roll: 0, field: 90 }, aspect);
  assert.deepEqual(places.at(-1), places[0]);
  assert.ok(places.every((place) => place));
});
