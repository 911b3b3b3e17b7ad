import { element } from "./parts.js";

const WAYS = [["left", "Left eye"], ["right", "Right eye"], ["pair", "Both, for a holder"], ["anaglyph", "Anaglyph, grey"]];

/** A choice of which eyes a {@link LookView} shows of two. */
export function eyesChoice(view) {
  const choice = element("select", { class: "choice", "aria-label": "Which eye", "data-test": "look-eyes" });
  choice.append(...WAYS.map(([value, name]) => element("option", { value }, name)));
  choice.value = view.eyes;
  choice.addEventListener("change", () => {
    view.eyes = choice.value;
    view.draw();
  });
  return choice;
}
