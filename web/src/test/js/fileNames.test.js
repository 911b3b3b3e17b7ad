import assert from "node:assert/strict";
import { test } from "node:test";
import { clipParts, filledIn, namesOf, unknownIn } from "../../main/resources/static/js/bench/fileNames.js";

test("a pattern is filled in as a file can be named", () => {
  const values = { take: "The sluice: path", range: "Gate/opens", n: 3, framing: "" };
  assert.equal(filledIn("{take} {framing} {range}", values), "The sluice path Gateopens");
  assert.equal(filledIn("{n}_{nobody}_{take}", values), "3__The sluice path");
  assert.equal(filledIn("{framing}", values), "deliverable");
  assert.equal(filledIn(" - {take}. ", values), "The sluice path");
});

test("what stands for nothing is told", () => {
  assert.deepEqual(unknownIn("{take} {tkae} {} {date}"), ["tkae", ""]);
  assert.deepEqual(unknownIn("{project} {version}"), []);
});

test("files that would have one name are told apart by what differs", () => {
  const file = (range, spec, n) => ({ take: "Path", range, spec, n });
  assert.deepEqual(namesOf("{take}", [file("Gate", "own", 1)]), ["Path"]);
  assert.deepEqual(namesOf("{take}", [file("Gate", "own", 1), file("Shed", "own", 2)]), ["Path Gate", "Path Shed"]);
  assert.deepEqual(
    namesOf("{take}", [file("Gate", "own", 1), file("Gate", "Square", 2), file("Shed", "own", 3), file("Shed", "Square", 4)]),
    ["Path Gate own", "Path Gate Square", "Path Shed own", "Path Shed Square"],
  );
  assert.deepEqual(namesOf("{take} {n}", [file("Gate", "own", 1), file("Gate", "own", 2)]), ["Path 1", "Path 2"]);
});

test("a clip and its folder have their own names", () => {
  assert.deepEqual(clipParts("day-1/sluice-a.mp4"), { clip: "sluice-a", folder: "day-1" });
  assert.deepEqual(clipParts("sluice-a.mp4"), { clip: "sluice-a", folder: "" });
});
