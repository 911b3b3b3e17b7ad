import assert from "node:assert/strict";
import { test } from "node:test";
import { FilmWidth } from "../../main/resources/static/js/bench/filmWidth.js";
import { latest } from "../../main/resources/static/js/bench/pane/latest.js";
import { perRevision } from "../../main/resources/static/js/bench/perRevision.js";

/** A promise that is settled from outside. */
function held() {
  const parts = {};
  parts.promise = new Promise((resolve, reject) => Object.assign(parts, { resolve, reject }));
  return parts;
}

const settled = () => new Promise((resolve) => setImmediate(resolve));

test("a drag has one request under way and the newest waiting", async () => {
  const asked = [];
  const pictures = latest(() => {
    asked.push(held());
    return asked.at(-1).promise;
  }, assert.fail);
  for (let i = 0; i < 5; i++) {
    pictures.ask();
  }
  assert.equal(asked.length, 1);
  asked[0].resolve();
  await settled();
  assert.equal(asked.length, 2);
  asked[1].resolve();
  await settled();
  assert.equal(asked.length, 2);
  pictures.ask();
  assert.equal(asked.length, 3);
});

test("a failure is told, and the next request is made all the same", async () => {
  const told = [];
  let times = 0;
  const pictures = latest(async () => {
    times++;
    throw new Error("no picture");
  }, (failure) => told.push(failure.message));
  pictures.ask();
  pictures.ask();
  await settled();
  await settled();
  assert.equal(times, 2);
  assert.deepEqual(told, ["no picture", "no picture"]);
});

test("what is closed is given up without a word", async () => {
  const asked = [];
  const pictures = latest((signal) => {
    asked.push(signal);
    return new Promise((_, reject) => signal.addEventListener("abort", () => reject(signal.reason)));
  }, assert.fail);
  pictures.ask();
  pictures.ask();
  pictures.close();
  await settled();
  assert.equal(asked.length, 1);
  assert.equal(asked[0].aborted, true);
});

test("a revision is asked for once, and again where that failed", async () => {
  const asked = [];
  const points = perRevision((store, revision) => {
    asked.push(revision);
    return asked.length === 2 ? Promise.reject(new Error("gone")) : Promise.resolve(revision * 10);
  });
  const store = { kept: { revision: 3 } };
  assert.equal(await points(store), 30);
  assert.equal(await points(store), 30);
  store.kept.revision = 4;
  await assert.rejects(points(store), /gone/);
  await settled();
  assert.equal(await points(store), 40);
  assert.deepEqual(asked, [3, 4, 4]);
});

test("a film gets narrower after two slow seconds, not after one, and never narrower than the last", () => {
  const film = new FilmWidth();
  assert.equal(film.width, 1024);
  film.begin();
  // The first second is spent on starting.
  assert.equal(film.reached(2, 25), false);
  assert.equal(film.reached(10, 25), false);
  assert.equal(film.reached(24, 25), false);
  assert.equal(film.reached(10, 25), false);
  assert.equal(film.reached(10, 25), true);
  assert.equal(film.width, 768);
  for (let i = 0; i < 9; i++) {
    film.begin();
    [1, 1, 1].forEach((rate) => film.reached(rate, 25));
  }
  assert.equal(film.width, 512);
});
