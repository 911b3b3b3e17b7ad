const PAGE = crypto.randomUUID();
let panes = 0;

/**
 * Keeps one request under way and the newest one waiting: a drag asks more often than pictures can be made.
 * @param {(signal: AbortSignal, asker: string) => Promise<void>} work is told who asks: a name that no other pane of any page has
 * @param {(failure: Error) => void} onFailure
 */
export function latest(work, onFailure) {
  const asker = `${PAGE}-${++panes}`;
  let running = null;
  let again = false;
  let closed = false;
  const start = async () => {
    const controller = new AbortController();
    running = controller;
    try {
      await work(controller.signal, asker);
    } catch (failure) {
      if (failure.name !== "AbortError" && !closed) {
        onFailure(failure);
      }
    }
    running = null;
    if (again && !closed) {
      again = false;
      start();
    }
  };
  return {
    ask() {
      if (running) {
        again = true;
      } else {
        start();
      }
    },
    close() {
      closed = true;
      running?.abort();
    },
  };
}
