/** The page that says what failed. */
import { startTheme } from "./theme.js";

const toggle = startTheme();
document.addEventListener("keydown", (event) => {
  if (event.key.toLowerCase() === "t" && !event.ctrlKey && !event.metaKey && !event.altKey) {
    toggle();
  }
});
