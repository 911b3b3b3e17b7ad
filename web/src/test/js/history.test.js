import assert from "node:assert/strict";
import test from "node:test";
import { comesFrom } from "../../main/resources/static/js/bench/history.js";

test("a revision says where it comes from where that is not the one before", () => {
  assert.equal(comesFrom({ number: 1, parent: null, aside: false }), "");
  assert.equal(comesFrom({ number: 5, parent: 4, aside: false }), "");
  assert.equal(comesFrom({ number: 6, parent: 2, aside: false }), "from revision 2");
  assert.equal(comesFrom({ number: 7, parent: 6, aside: true }), "beside revision 6: a file was made of it");
});
