// Runs before the page is drawn, so that a remembered dim theme does not flash light first.
document.documentElement.dataset.theme = localStorage.getItem("theme") === "dim" ? "dim" : "light";
