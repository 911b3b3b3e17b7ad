/** Screen pixels from the line within which it is grabbed. */
const GRIP = 6;

/** Another picture right of a line that can be dragged across the pane. */
export class Split {
  constructor(host, surface) {
    this.host = host;
    this.surface = surface;
    /** The other picture; null where there is none, and no line. */
    this.right = null;
    this.share = 0.5;
    host.addEventListener("pointerdown", (event) => this.drag(event));
    host.addEventListener("pointermove", (event) => {
      host.style.cursor = this.grips(event) ? "ew-resize" : "";
    });
  }

  place() {
    return Math.round(this.share * this.host.clientWidth) + 0.5;
  }

  /** Whether the line is under a pointer. */
  grips(event) {
    return this.right !== null && Math.abs(event.clientX - this.host.getBoundingClientRect().left - this.place()) < GRIP;
  }

  drag(event) {
    if (event.button !== 0 || !this.grips(event)) {
      return;
    }
    event.preventDefault();
    this.host.setPointerCapture(event.pointerId);
    const left = this.host.getBoundingClientRect().left;
    const move = (next) => {
      this.share = Math.min(0.98, Math.max(0.02, (next.clientX - left) / this.host.clientWidth));
      this.surface.draw();
    };
    this.host.addEventListener("pointermove", move);
    this.host.addEventListener("pointerup", () => this.host.removeEventListener("pointermove", move), { once: true });
  }

  draw(g, o) {
    if (!this.right) {
      return;
    }
    const x = this.place();
    g.save();
    g.beginPath();
    g.rect(x, 0, this.host.clientWidth - x, this.host.clientHeight);
    g.clip();
    g.drawImage(this.right, o.x, o.y, o.width, o.height);
    g.restore();
    for (const [style, width] of [["rgba(0,0,0,.7)", 3], ["#fff", 1]]) {
      g.strokeStyle = style;
      g.lineWidth = width;
      g.beginPath();
      g.moveTo(x, 0);
      g.lineTo(x, this.host.clientHeight);
      g.stroke();
    }
  }
}
