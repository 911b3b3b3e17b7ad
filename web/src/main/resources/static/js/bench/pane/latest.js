/**
 * Keeps one request under way and the newest one waiting: a drag asks more often than pictures can be made.
 * @param {(signal: AbortSignal) => Promise<void>} work
 * @param {(failure: Error) => void} onFailure
 */
export function latest(work, onFailure) {
  let running = null;
  let again = false;
  let closed = false;
  const start = async () => {
    const controller = new AbortController();
    running = controller;
    try {
      await work(controller.signal);
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
