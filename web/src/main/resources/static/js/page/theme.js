/** Lets the theme button and its key change the theme, and remembers the choice. */
export function startTheme() {
  const button = document.getElementById("theme");
  const show = () => {
    button.textContent = document.documentElement.dataset.theme === "dim" ? "Light" : "Dim";
  };
  const toggle = () => {
    const theme = document.documentElement.dataset.theme === "dim" ? "light" : "dim";
    document.documentElement.dataset.theme = theme;
    localStorage.setItem("theme", theme);
    show();
    document.dispatchEvent(new CustomEvent("theme"));
  };
  button.addEventListener("click", toggle);
  show();
  return toggle;
}
