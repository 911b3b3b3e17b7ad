const PAD = { left: 34, right: 10, top: 10, bottom: 14 };
const LEVELS = 256;
const LINES = [0, 25, 50, 75, 100];
/** What is measured, and how it is drawn: red, green, blue, and all of them. */
const CHANNELS = [
  { name: "R", ink: [255, 96, 80] },
  { name: "G", ink: [110, 220, 120] },
  { name: "B", ink: [96, 150, 255] },
];
const WHITE = [225, 225, 225];
const luma = (r, g, b) => 0.2126 * r + 0.7152 * g + 0.0722 * b;

function frame(g, width, height) {
  g.fillStyle = "#161616";
  g.fillRect(0, 0, width, height);
  return { x: PAD.left, y: PAD.top, width: width - PAD.left - PAD.right, height: height - PAD.top - PAD.bottom };
}

/** Lines of constant signal with their percents. */
function levels(g, box) {
  g.font = "10px Archivo";
  g.textAlign = "right";
  for (const percent of LINES) {
    const y = Math.round(box.y + box.height * (1 - percent / 100)) + 0.5;
    g.strokeStyle = percent % 100 === 0 ? "#8a8a8a" : "#4a4a4a";
    g.beginPath();
    g.moveTo(box.x, y);
    g.lineTo(box.x + box.width, y);
    g.stroke();
    g.fillStyle = "#b5b5b5";
    g.fillText(`${percent}`, box.x - 5, y + 3);
  }
}

/** How often each level occurs in each column, as light on a dark screen: seldom ones still show. */
function trace(g, box, pixels, value, ink) {
  const { width, height, data } = pixels;
  const columns = Math.max(1, Math.floor(box.width));
  const rows = Math.min(LEVELS, Math.max(1, Math.floor(box.height)));
  const counts = new Float32Array(columns * rows);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = 4 * (y * width + x);
      if (data[i + 3] === 0) {
        continue;
      }
      const level = value(data[i], data[i + 1], data[i + 2]) / (LEVELS - 1);
      const row = Math.min(rows - 1, Math.round((1 - level) * (rows - 1)));
      counts[row * columns + Math.floor((x * columns) / width)]++;
    }
  }
  add(g, box, counts, columns, rows, ink, (0.07 * columns * rows) / (width * height));
}

/** Lays counts over what is drawn already, as light. */
function add(g, box, counts, columns, rows, ink, gain) {
  const layer = new OffscreenCanvas(columns, rows);
  const h = layer.getContext("2d");
  const image = h.createImageData(columns, rows);
  for (let i = 0; i < counts.length; i++) {
    if (counts[i] > 0) {
      const light = Math.min(1, 0.18 + Math.sqrt(counts[i] * gain));
      for (let c = 0; c < 3; c++) {
        image.data[4 * i + c] = ink[c];
      }
      image.data[4 * i + 3] = 255 * light;
    }
  }
  h.putImageData(image, 0, 0);
  g.globalCompositeOperation = "lighter";
  g.drawImage(layer, box.x, box.y, box.width, box.height);
  g.globalCompositeOperation = "source-over";
}

function waveform(g, width, height, pixels) {
  const box = frame(g, width, height);
  levels(g, box);
  trace(g, box, pixels, luma, WHITE);
}

function parade(g, width, height, pixels) {
  const box = frame(g, width, height);
  levels(g, box);
  const each = (box.width - 16) / 3;
  CHANNELS.forEach(({ name, ink }, c) => {
    const part = { ...box, x: box.x + c * (each + 8), width: each };
    trace(g, part, pixels, (...rgb) => rgb[c], ink);
    g.fillStyle = `rgb(${ink})`;
    g.textAlign = "left";
    g.fillText(name, part.x + 4, height - 3);
  });
}

function histogram(g, width, height, pixels) {
  const box = frame(g, width, height);
  const { data } = pixels;
  const bins = CHANNELS.map(() => new Float32Array(LEVELS));
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3] === 0) {
      continue;
    }
    bins.forEach((bin, c) => bin[data[i + c]]++);
  }
  // What lies at black and at full scale would dwarf all else.
  const most = Math.max(1, ...bins.map((bin) => Math.max(...bin.subarray(2, LEVELS - 2))));
  g.font = "10px Archivo";
  g.textAlign = "center";
  for (const percent of LINES) {
    const x = Math.round(box.x + (box.width * percent) / 100) + 0.5;
    g.strokeStyle = "#4a4a4a";
    g.beginPath();
    g.moveTo(x, box.y);
    g.lineTo(x, box.y + box.height);
    g.stroke();
    g.fillStyle = "#b5b5b5";
    g.fillText(`${percent}`, x, height - 3);
  }
  g.globalCompositeOperation = "lighter";
  bins.forEach((bin, c) => {
    g.fillStyle = `rgba(${CHANNELS[c].ink}, .55)`;
    g.beginPath();
    g.moveTo(box.x, box.y + box.height);
    bin.forEach((count, level) => {
      const x = box.x + (box.width * level) / (LEVELS - 1);
      g.lineTo(x, box.y + box.height * (1 - Math.min(1, count / most)));
    });
    g.lineTo(box.x + box.width, box.y + box.height);
    g.fill();
  });
  g.globalCompositeOperation = "source-over";
}

/** Colour difference, blue across and red up; full colours of three quarters' strength are marked. */
function vector(g, width, height, pixels) {
  frame(g, width, height);
  const size = Math.min(width, height) - 24;
  const box = { x: (width - size) / 2, y: (height - size) / 2, width: size, height: size };
  g.strokeStyle = "#4a4a4a";
  g.strokeRect(box.x, box.y, size, size);
  g.beginPath();
  g.moveTo(box.x + size / 2, box.y);
  g.lineTo(box.x + size / 2, box.y + size);
  g.moveTo(box.x, box.y + size / 2);
  g.lineTo(box.x + size, box.y + size / 2);
  g.stroke();
  const place = (r, gr, b) => {
    const y = luma(r, gr, b);
    return [0.5 + (b - y) / 1.8556 / 255, 0.5 - (r - y) / 1.5748 / 255];
  };
  const side = Math.max(1, Math.floor(size));
  const counts = new Float32Array(side * side);
  const { data } = pixels;
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3] === 0) {
      continue;
    }
    const [u, v] = place(data[i], data[i + 1], data[i + 2]);
    counts[Math.min(side - 1, Math.floor(v * side)) * side + Math.min(side - 1, Math.floor(u * side))]++;
  }
  add(g, box, counts, side, side, WHITE, (4 * side) / data.length);
  g.font = "10px Archivo";
  g.textAlign = "left";
  for (const [name, ...rgb] of [["R", 191, 0, 0], ["Y", 191, 191, 0], ["G", 0, 191, 0], ["C", 0, 191, 191], ["B", 0, 0, 191], ["M", 191, 0, 191]]) {
    const [u, v] = place(...rgb);
    const [x, y] = [box.x + u * size, box.y + v * size];
    g.strokeStyle = `rgb(${rgb.map((value) => value + 40)})`;
    g.strokeRect(x - 5, y - 5, 10, 10);
    g.fillStyle = "#b5b5b5";
    g.fillText(name, x + 8, y + 3);
  }
}

/** Each draws a picture's signal into a box: `(context, width, height, ImageData)`; what is transparent is not counted. */
export const scopes = { waveform, parade, histogram, vector };
