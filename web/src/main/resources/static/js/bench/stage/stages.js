/**
 * The page's part of each stage, a module NAME.js beside this one. It exports `sheet(root, store)`, which fills the stage's
 * sheet and may give a function that follows a draft; and where the stage has such, `views` that its decision needs, or a function of the store that says which,
 * `lane(canvas, store, span)` that draws another lane than the measured curve, `finer(store, redraw)` that lists other finer
 * lanes than the measured ones, `showsDraft` where its lane follows a draft, `onSphere`, `onLook`, `onLens` and `onFrame`, what the
 * pointer does there, `drawn`, what it paints over the sphere and the look-around, and `keys`, its own shortcuts.
 */
const loaded = new Map();

export async function loadStages(names) {
  const modules = await Promise.all(names.map((name) => import(`./${name}.js`)));
  names.forEach((name, i) => loaded.set(name, modules[i]));
}

/** The module of a stage. */
export const stageOf = (name) => loaded.get(name) ?? {};

/** The modules of all stages, in the order of the work. */
export const allStages = () => [...loaded.values()];
