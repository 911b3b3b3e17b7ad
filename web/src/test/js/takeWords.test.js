import assert from "node:assert/strict";
import test from "node:test";
import { dayOf } from "../../main/resources/static/js/page/days.js";
import { found, lengthOf, sorted, stateOf } from "../../main/resources/static/js/project/takeWords.js";

const projects = [
  { name: "Spring", made: "2026-03-01", touched: "2026-03-05", takes: [{ name: "Sluice", words: "pair left.mp4" }, { name: "Shed", words: "eyes one.mp4" }] },
  { name: "Autumn", made: "2026-09-01", touched: "2026-03-04", takes: [{ name: "Path", words: "pair back.mp4" }] },
];

test("a search keeps takes by their names, rigs and clips, and whole projects by their own name", () => {
  assert.deepEqual(found(projects, ""), [{ shown: true, takes: [true, true] }, { shown: true, takes: [true] }]);
  assert.deepEqual(found(projects, " PAIR "), [{ shown: true, takes: [true, false] }, { shown: true, takes: [true] }]);
  assert.deepEqual(found(projects, "spring"), [{ shown: true, takes: [true, true] }, { shown: false, takes: [false] }]);
  assert.deepEqual(found(projects, "one.mp4")[0], { shown: true, takes: [false, true] });
});

test("projects come by name, by when they were made and by their last change", () => {
  const names = (by) => sorted(projects, by).map(({ name }) => name);
  assert.deepEqual(names("name"), ["Autumn", "Spring"]);
  assert.deepEqual(names("made"), ["Autumn", "Spring"]);
  assert.deepEqual(names("touched"), ["Spring", "Autumn"]);
});

test("a take says what is next", () => {
  const ledger = [{ name: "Sync", open: false }, { name: "Rig", open: true }];
  assert.equal(stateOf({ ledger }), "Next: Rig");
  assert.equal(stateOf({ ledger: ledger.slice(0, 1) }), "Every stage is settled");
});

test("a take's length stands with its rate", () => {
  assert.equal(lengthOf({ from: 0.5, to: 8.9, rate: 30000 / 1001 }), "0:08.40, 29.97 frames/s");
});

test("today is told by the time, other days by their date", () => {
  const noon = new Date(2026, 4, 3, 12, 0).getTime();
  assert.equal(dayOf(new Date(2026, 4, 3, 9, 5), noon), "09:05");
  assert.equal(dayOf(new Date(2026, 4, 2, 23, 5), noon), "2026-05-02");
});
