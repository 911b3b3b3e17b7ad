/**
 * What is asked of the server once for each kept revision, and again where that failed.
 * @template T
 * @param {function(object, number): Promise<T>} ask of the store and the revision
 * @returns {function(object): Promise<T>}
 */
export function perRevision(ask) {
  let loaded = { revision: 0, asked: null };
  return (store) => {
    const { revision } = store.kept;
    if (loaded.revision !== revision) {
      const asked = ask(store, revision);
      loaded = { revision, asked };
      asked.catch(() => (loaded = { revision: 0, asked: null }));
    }
    return loaded.asked;
  };
}
