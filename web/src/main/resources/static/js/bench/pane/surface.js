/**
 * A picture that can be zoomed and panned to 1:1 and beyond. `size` is that of the full picture; bitmaps of any size are
 * stretched over it.
 */
export class Surface {
  constructor(host) {
    this.host = host;
    this.canvas = document.createElement("canvas");
    host.append(this.canvas);
    this.size = { width: 2, height: 1 };
    this.bitmap = null;
    this.film = null;
    this.scale = 0;
    this.x = 0;
    this.y = 0;
    this.overlay = () => {};
    this.onZoom = () => {};
    this.onDraw = () => {};
    this.mayPan = () => true;
    this.watch = new ResizeObserver(() => this.draw());
    this.watch.observe(host);
    host.addEventListener("wheel", (event) => this.wheel(event), { passive: false });
    host.addEventListener("pointerdown", (event) => this.pan(event));
  }

  show(bitmap, size) {
    this.letGo();
    this.bitmap = bitmap;
    this.size = size ?? { width: bitmap.width, height: bitmap.height };
    this.draw();
  }

  /**
   * Shows a film. The browser itself shows its frames below the canvas, which is much quicker than drawing them; a second surface
   * with the same film has to draw.
   */
  showFilm(video, size) {
    const begins = this.bitmap !== video;
    this.bitmap = video;
    this.size = size;
    if (!video.isConnected || video.parentElement === document.body) {
      video.className = "film";
      this.host.prepend(video);
      this.film = video;
    }
    if (begins || !this.film) {
      this.draw();
    }
  }

  letGo() {
    this.film?.remove();
    this.film = null;
  }

  placeFilm(o) {
    Object.assign(this.film.style, { width: `${o.width}px`, height: `${o.height}px`, transform: `translate(${o.x}px, ${o.y}px)` });
  }

  fitScale() {
    return Math.min(this.host.clientWidth / this.size.width, this.host.clientHeight / this.size.height);
  }

  /** CSS pixels for one picture pixel; 0 in `scale` means the whole picture. */
  now() {
    return this.scale || this.fitScale();
  }

  origin() {
    const scale = this.now();
    const width = this.size.width * scale;
    const height = this.size.height * scale;
    const place = (pane, picture, wanted) => (picture <= pane ? (pane - picture) / 2 : Math.min(0, Math.max(pane - picture, wanted)));
    this.x = place(this.host.clientWidth, width, this.x);
    this.y = place(this.host.clientHeight, height, this.y);
    return { x: this.x, y: this.y, scale, width, height };
  }

  /** The place of the picture under a pointer, 0 to 1 each way. */
  at(event) {
    const box = this.host.getBoundingClientRect();
    const o = this.origin();
    return { x: (event.clientX - box.left - o.x) / o.width, y: (event.clientY - box.top - o.y) / o.height };
  }

  draw() {
    const { clientWidth: width, clientHeight: height } = this.host;
    const ratio = window.devicePixelRatio || 1;
    const g = this.canvas.getContext("2d");
    if (this.canvas.width !== Math.round(width * ratio) || this.canvas.height !== Math.round(height * ratio)) {
      this.canvas.width = Math.round(width * ratio);
      this.canvas.height = Math.round(height * ratio);
    }
    g.setTransform(ratio, 0, 0, ratio, 0, 0);
    g.clearRect(0, 0, width, height);
    if (this.bitmap) {
      const o = this.origin();
      if (this.film) {
        this.placeFilm(o);
      } else {
        g.imageSmoothingEnabled = o.scale < 3;
        // A film is gone before its smoothing is seen.
        g.imageSmoothingQuality = this.bitmap instanceof HTMLVideoElement ? "low" : "high";
        g.drawImage(this.bitmap, o.x, o.y, o.width, o.height);
      }
      this.overlay(g, o);
      this.onDraw(Math.round(o.scale * 100 * ratio));
    }
  }

  zoomTo(scale, clientX, clientY) {
    const box = this.host.getBoundingClientRect();
    const px = (clientX ?? box.left + box.width / 2) - box.left;
    const py = (clientY ?? box.top + box.height / 2) - box.top;
    const o = this.origin();
    const ux = (px - o.x) / o.scale;
    const uy = (py - o.y) / o.scale;
    this.scale = scale <= this.fitScale() * 1.001 ? 0 : Math.min(16, scale);
    this.x = px - ux * this.now();
    this.y = py - uy * this.now();
    this.draw();
    this.onZoom();
  }

  wheel(event) {
    event.preventDefault();
    this.zoomTo(this.now() * Math.exp(-event.deltaY / 500), event.clientX, event.clientY);
  }

  pan(event) {
    if (!this.mayPan(event)) {
      return;
    }
    this.host.setPointerCapture(event.pointerId);
    let last = event;
    const move = (next) => {
      this.x += next.clientX - last.clientX;
      this.y += next.clientY - last.clientY;
      last = next;
      this.draw();
    };
    this.host.addEventListener("pointermove", move);
    this.host.addEventListener("pointerup", () => this.host.removeEventListener("pointermove", move), { once: true });
  }

  close() {
    if (this.film) {
      // A film that leaves the page stops; it waits aside until another pane takes it.
      document.body.append(this.film);
      this.film = null;
    }
    this.watch.disconnect();
    this.canvas.remove();
  }
}
