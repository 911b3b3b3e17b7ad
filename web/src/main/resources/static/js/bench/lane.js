export const EDGE = 10;
const LETTER = 9;

/** A colour of the page, as it is in the light of now. */
export const colour = (name) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** Where a time lies on the shared axis, in CSS pixels. */
export function timeToX(time, span, width) {
  return EDGE + ((time - span.from) / (span.to - span.from)) * (width - 2 * EDGE);
}

export function xToTime(x, span, width) {
  return span.from + ((x - EDGE) / (width - 2 * EDGE)) * (span.to - span.from);
}

/** A canvas sized for sharp lines, and its drawing context in CSS pixels. */
export function sharp(canvas) {
  const { clientWidth: width, clientHeight: height } = canvas.parentElement;
  const ratio = window.devicePixelRatio || 1;
  canvas.width = width * ratio;
  canvas.height = height * ratio;
  const g = canvas.getContext("2d");
  g.scale(ratio, ratio);
  g.clearRect(0, 0, width, height);
  return { g, width, height };
}

/** When clips have frames. */
export function drawBars(canvas, bars, span) {
  const { g, width, height } = sharp(canvas);
  const gap = (height - 8) / bars.length;
  // Many lenses leave no room for their letters; the finer lanes have them.
  const letters = gap >= LETTER;
  g.font = "600 10px Archivo";
  bars.forEach((bar, i) => {
    const y = 4 + gap * (i + 0.5);
    const from = Math.max(EDGE, timeToX(bar.from, span, width)) + (letters ? 20 : 0);
    const to = Math.min(width - EDGE, timeToX(bar.to, span, width));
    g.fillStyle = colour("--edge");
    g.fillRect(from, y - 1.5, to - from, Math.min(3, gap - 1));
    g.fillStyle = colour("--ink");
    for (const [start, end] of bar.damaged) {
      // A block that stands out from the line: what is lost there must be seen at any zoom.
      const at = Math.max(from, timeToX(start, span, width));
      g.fillRect(at, y - gap / 2 + 1, Math.max(3, Math.min(to, timeToX(end, span, width)) - at), Math.max(3, gap - 2));
    }
    if (letters) {
      g.fillStyle = colour("--ink");
      g.fillText(bar.slot, from - 14, y + 3.5);
    }
  });
}

/** A quantity over time, with the line that divides good from doubtful. */
export function drawCurve(canvas, { points, limit, unit }, span) {
  const { g, width, height } = sharp(canvas);
  const most = (Math.max(limit * 2, ...points.map((point) => point[1])) || 1) * 1.1;
  const y = (value) => height - 3 - (value / most) * (height - 8);
  g.beginPath();
  points.forEach(([time, value], i) => {
    const x = timeToX(time, span, width);
    if (i === 0) {
      g.moveTo(x, y(value));
    } else {
      g.lineTo(x, y(value));
    }
  });
  g.strokeStyle = colour("--ink");
  g.lineWidth = 1.2;
  g.stroke();
  if (points.length > 1) {
    g.lineTo(timeToX(points.at(-1)[0], span, width), height - 2);
    g.lineTo(timeToX(points[0][0], span, width), height - 2);
    g.closePath();
    g.fillStyle = colour("--lane");
    g.globalCompositeOperation = "destination-over";
    g.fill();
    g.globalCompositeOperation = "source-over";
  }
  g.setLineDash([2, 4]);
  g.strokeStyle = colour("--edge");
  g.beginPath();
  g.moveTo(EDGE, y(limit));
  g.lineTo(width - EDGE, y(limit));
  g.stroke();
  g.setLineDash([]);
  g.fillStyle = colour("--soft");
  g.font = "10px Archivo";
  g.textAlign = "right";
  g.fillText(`${limit}${unit}`, width - EDGE, y(limit) - 2);
}

/** How late a clip is over time: a dot a window about the line where it is in step, the lane's edges a frame away. */
export function drawLate(canvas, points, span, frame) {
  if (points.length === 0) {
    return;
  }
  const { clientWidth: width, clientHeight: height } = canvas.parentElement;
  const g = canvas.getContext("2d");
  const y = (seconds) => height / 2 + Math.max(-1, Math.min(1, seconds / frame)) * (height / 2 - 3);
  g.strokeStyle = colour("--paper");
  g.fillStyle = colour("--mark");
  for (const [time, seconds] of points) {
    const x = timeToX(time, span, width);
    g.beginPath();
    g.arc(x, y(seconds), 2.6, 0, 2 * Math.PI);
    g.fill();
    g.stroke();
  }
}

/** A lane whose quantity nobody measured, and says so. */
export function drawNothing(canvas, word) {
  const { g, width, height } = sharp(canvas);
  g.fillStyle = colour("--soft");
  g.font = "11px Archivo";
  g.fillText(word, EDGE + 6, height / 2 + 4);
  g.setLineDash([1, 5]);
  g.strokeStyle = colour("--edge");
  g.beginPath();
  g.moveTo(EDGE + g.measureText(word).width + 16, height / 2);
  g.lineTo(width - EDGE, height / 2);
  g.stroke();
}

/** The shared axis with its marks and the chosen range. */
export function drawRuler(canvas, span, range, named) {
  const { g, width, height } = sharp(canvas);
  const steps = [0.1, 0.2, 0.5, 1, 2, 5, 10, 30, 60, 120, 300, 600];
  const step = steps.find((size) => (size / (span.to - span.from)) * width > 70) ?? 600;
  g.font = "11px Archivo";
  g.fillStyle = colour("--soft");
  g.strokeStyle = colour("--edge");
  for (let t = Math.ceil(span.from / step) * step; t <= span.to + 1e-9; t += step) {
    const x = timeToX(t, span, width);
    g.beginPath();
    g.moveTo(x, height - 12);
    g.lineTo(x, height - 6);
    g.stroke();
    const text = step < 1 ? `${t.toFixed(1)} s` : `${Math.floor(t / 60)}:${String(Math.round(t % 60)).padStart(2, "0")}`;
    const room = x + g.measureText(text).width + 4 < width;
    g.textAlign = room ? "left" : "right";
    g.fillText(text, room ? x + 3 : x - 3, 12);
  }
  g.textAlign = "left";
  g.fillStyle = colour("--mark");
  for (const { from_s, to_s } of named) {
    const at = timeToX(from_s, span, width);
    g.fillRect(at, height - 8, Math.max(2, timeToX(to_s, span, width) - at), 2);
  }
  const from = timeToX(range.from, span, width);
  const to = timeToX(range.to, span, width);
  g.fillStyle = colour("--ink");
  g.fillRect(from, height - 5, to - from, 3);
  g.fillRect(from - 2, height - 10, 4, 10);
  g.fillRect(to - 2, height - 10, 4, 10);
}
