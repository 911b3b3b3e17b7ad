const SHAPES = {
  sure: "M1 6l4 4 6-9",
  check: "M6 1l5 10H1z",
  unsettled: "M6 1a5 5 0 1 0 .01 0z",
  "not needed": "M1 6h10",
  "left as it is": "M2 2v8M10 2v8",
};

/** The sign of a verdict: told by shape, with its word for those who do not see it. */
export function verdictSign(word) {
  const svg = document.createElementNS("http://www.w3.org/2000/svg", "svg");
  svg.setAttribute("viewBox", "0 0 12 12");
  svg.setAttribute("width", "13");
  svg.setAttribute("height", "13");
  svg.setAttribute("role", "img");
  svg.setAttribute("aria-label", word);
  const path = document.createElementNS("http://www.w3.org/2000/svg", "path");
  path.setAttribute("d", SHAPES[word]);
  path.setAttribute("fill", "none");
  path.setAttribute("stroke", "currentColor");
  path.setAttribute("stroke-width", "1.7");
  svg.append(path);
  return svg;
}
