/**
 * Draws a line over a picture so that it is seen on anything; one that goes over the picture's side is parted there, as where it cannot be
 * seen.
 * @param {?{x: number, y: number}[]} points
 * @param {number[]} dashes none for a whole line
 */
export function stroke(g, points, ink, dashes = []) {
  const path = () => {
    g.beginPath();
    points.forEach((point, i) => {
      const before = points[i - 1];
      if (point) {
        g[!before || Math.abs(before.x - point.x) > g.canvas.clientWidth / 2 ? "moveTo" : "lineTo"](point.x, point.y);
      }
    });
    g.stroke();
  };
  g.setLineDash([]);
  g.strokeStyle = "rgba(0,0,0,.6)";
  g.lineWidth = 4;
  path();
  g.setLineDash(dashes);
  g.strokeStyle = ink;
  g.lineWidth = 2;
  path();
  g.setLineDash([]);
}
