/**
 * Follows a pointer until it is let go.
 * @param {function(PointerEvent): void} onMove
 * @param {function(boolean): void} onEnd whether it was let go; else it was taken away
 */
export function followPointer(host, event, onMove, onEnd) {
  host.setPointerCapture(event.pointerId);
  const end = (done) => {
    host.removeEventListener("pointermove", onMove);
    host.removeEventListener("pointerup", end);
    host.removeEventListener("pointercancel", end);
    onEnd(done.type === "pointerup");
  };
  host.addEventListener("pointermove", onMove);
  host.addEventListener("pointerup", end);
  host.addEventListener("pointercancel", end);
}
