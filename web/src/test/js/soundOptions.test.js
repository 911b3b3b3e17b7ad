import assert from "node:assert/strict";
import test from "node:test";
import { FRAME_RATES, perSecond } from "../../main/resources/static/js/bench/frameRates.js";
import { bitsIn, CODECS } from "../../main/resources/static/js/page/codecs.js";
import { besideImages, clarityOf, soundOf, withSoundOf } from "../../main/resources/static/js/bench/soundOptions.js";

const usual = { level: 0, "fade-in": 0, "fade-out": 0, place: "inside" };

test("a spec says of its sound what is not usual", () => {
  assert.deepEqual(soundOf("A", usual), { sound_slot: "A" });
  assert.deepEqual(soundOf("A", { ...usual, level: -3, "fade-out": 1.5, place: "both" }), {
    sound_slot: "A", sound_level_db: -3, sound_fade_out: 1.5, sound_place: "both",
  });
  assert.deepEqual(soundOf("", { ...usual, level: 6 }), {});
});

test("a spec takes another one's sound", () => {
  assert.deepEqual(withSoundOf({ codec: "h264", sound_slot: "A", sound_level_db: 3 }, { codec: "av1", sound_slot: "B" }), { codec: "h264", sound_slot: "B" });
  assert.deepEqual(withSoundOf({ codec: "h264", sound_slot: "A" }, {}), { codec: "h264" });
});

test("images have their sound beside them", () => {
  assert.deepEqual(besideImages({ sound_slot: "A", sound_place: "both" }, true), { sound_slot: "A", sound_place: "beside" });
  assert.deepEqual(besideImages({ sound_slot: "A" }, false), { sound_slot: "A" });
  assert.deepEqual(besideImages({}, true), {});
  assert.equal(bitsIn(CODECS.tiff, 10), "16 bits");
  assert.equal(bitsIn(CODECS.h265, 10), "10 bits");
  assert.equal(bitsIn(CODECS.exr, 10), "16-bit floats");
});

test("how clear a sound is stands in words", () => {
  assert.equal(clarityOf({ clarity: { rangeDecibels: 31.4, clipped: 0 } }), "31 dB from quiet to loud");
  assert.equal(clarityOf({ clarity: { rangeDecibels: 12, clipped: 0.034 } }), "12 dB from quiet to loud, 3.4% of it clipped");
});

test("rates are read as documents write them", () => {
  assert.equal(perSecond("25"), 25);
  assert.ok(Math.abs(perSecond("30000/1001") - 29.97) < 0.001);
  assert.equal(perSecond(""), undefined);
  assert.equal(perSecond(undefined), undefined);
  for (const [written, name] of FRAME_RATES) {
    assert.ok(Math.abs(perSecond(written) - Number(name)) < 0.001, written);
  }
});
