import { changed, valueAt, withKey } from "./keyTrack.js";

/**
 * Named things in a section of the recipe, one of which is worked on; what of them may have keys goes over time.
 * @param {string} section of the recipe
 * @param {string} field of the section that lists them
 * @param {string} thing what one is called
 * @param {{key: string, id: string, normal?: number}[]} quantities that may have keys: the name here, the one in recipes, and what a
 *     missing one is
 */
export function namedList({ section, field, thing, quantities }) {
  /** The name of the one that is worked on; the first one where it is no more. */
  let chosen = null;
  const of = (recipe) => recipe?.[field] ?? [];
  const pick = (list) => list.find(({ name }) => name === chosen) ?? list[0];
  const kept = (store) => of(store.kept.recipe[section]);
  const saved = (store) => pick(kept(store));
  const listed = (store, list) => ({ [section]: { ...store.kept.recipe[section], [field]: list } });
  const replaced = (store, one) => listed(store, kept(store).map((each) => (each === saved(store) ? one : each)));
  const edited = (store, change) => replaced(store, { ...saved(store), ...change });
  const all = (store) => of(store.section(section));

  /** A free name like one that is wanted. */
  const freeName = (store, wanted) => {
    const names = kept(store).map(({ name }) => name);
    let free = wanted;
    for (let n = 2; names.includes(free); n++) {
      free = `${wanted} ${n}`;
    }
    return free;
  };

  return {
    section,
    /** Those of the take as it shows now, a draft's too. */
    all,
    /** The one that is worked on, as it shows now; undefined where there is none. */
    current: (store) => pick(all(store)),
    /** The same as it is saved. */
    saved,
    /** The change of a recipe that puts another one in its place. */
    replaced,
    /** The change that gives it other values. */
    edited,

    choose(store, name) {
      chosen = name;
      store.dispatchEvent(new Event("sheet"));
      store.dispatchEvent(new Event(section));
    },

    add(store, wanted) {
      const one = { ...wanted, name: freeName(store, wanted.name) };
      chosen = one.name;
      return store.keep(`Add ${thing} ${one.name}`, listed(store, [...kept(store), one]));
    },

    remove(store) {
      const gone = saved(store);
      chosen = null;
      return store.keep(`Remove ${thing} ${gone.name}`, listed(store, kept(store).filter((each) => each !== gone)));
    },

    rename(store, name) {
      const set = edited(store, { name });
      const before = saved(store).name;
      chosen = name;
      return store.keep(`${thing[0].toUpperCase()}${thing.slice(1)} ${before} is ${name}`, set);
    },

    /** Its quantities at a time. */
    at: (one, time) => Object.fromEntries(quantities.map(({ key, id, normal }) => [key, valueAt(one[id] ?? normal, time)])),

    /** The change that gives it other quantities: everywhere, or at a key of the moment where one has keys. */
    changing(store, change) {
      const from = saved(store);
      const frame = 1 / store.kept.rate;
      const values = quantities.filter(({ key }) => key in change)
        .map(({ key, id, normal }) => [id, changed(from[id] ?? normal, store.time, frame, round(change[key]))]);
      return edited(store, Object.fromEntries(values));
    },

    /** The change that sets keys of all its quantities at the moment. */
    keyedHere(store) {
      const from = saved(store);
      return edited(store, Object.fromEntries(quantities.map(({ id, normal }) => [id, withKey(from[id] ?? normal, store.time, 1 / store.kept.rate)])));
    },
  };
}

/** To thousandths, and no minus before 0. */
export const round = (value) => Math.round(value * 1e3) / 1e3 + 0;

/** A heading that is reached the shortest way from another one. */
export const nearest = (yaw, from) => yaw + 360 * Math.round((from - yaw) / 360);
