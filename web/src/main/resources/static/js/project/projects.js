import { askJson } from "../page/api.js";
import { askDialog } from "../page/askDialog.js";
import { startTheme } from "../page/theme.js";
import { toast } from "../page/toast.js";
import { remove, rename, showBin } from "./bin.js";
import { startDisk } from "./disk.js";
import { showTakes } from "./takes.js";
import { found, sorted } from "./takeWords.js";

const byId = (id) => document.getElementById(id);

startTheme();
startDisk(document.querySelector("#disk tbody"), byId("disk-free"));
const canvas = byId("project-canvas");
const width = byId("project-width");
byId("new").addEventListener("click", () => askDialog("new-project", async () => {
  const wanted = canvas.value === "other" ? width.value : canvas.value;
  const made = await askJson("/api/projects", {
    body: { name: byId("project-name").value, canvasWidth: wanted === "" ? null : Number(wanted), rate: byId("project-rate").value || null },
  });
  location.assign(`/projects/${made.project}`);
}));
canvas.addEventListener("change", () => {
  width.hidden = canvas.value !== "other";
});

const list = byId("projects");
const articles = () => [...list.children];
const takesOf = (article) => [...article.querySelectorAll("[data-take]")];

/** Hides what is not searched for, and puts projects in the order that is asked for. */
function arrange() {
  const entries = articles().map((article) => ({
    article,
    name: article.dataset.name,
    made: article.dataset.made,
    touched: takesOf(article).map(({ dataset }) => dataset.touched ?? "").sort().at(-1) ?? article.dataset.made,
    takes: takesOf(article).map((row) => ({ row, name: row.dataset.name, words: row.dataset.words ?? "" })),
  }));
  const kept = found(entries, byId("search").value);
  entries.forEach(({ article, takes }, i) => {
    article.hidden = !kept[i].shown;
    takes.forEach(({ row }, n) => (row.hidden = !kept[i].takes[n]));
  });
  byId("none-found").hidden = entries.length === 0 || kept.some(({ shown }) => shown);
  const order = sorted(entries, byId("sort").value);
  if (order.some(({ article }, i) => list.children[i] !== article)) {
    list.append(...order.map(({ article }) => article));
  }
}

/** Gives a row or a card its buttons. */
function manage(kind, root, id) {
  const own = (name) => root.querySelector(`:scope > div [data-part=${name}], :scope > td [data-part=${name}]`);
  own("rename").addEventListener("click", () => rename(kind, id, root.dataset.name, (name) => {
    root.dataset.name = name;
    own("name").textContent = name;
    arrange();
  }));
  own("delete").addEventListener("click", () => remove(kind, id, root.dataset.name, () => {
    root.remove();
    showBin(byId("bin"));
  }).catch((failure) => toast(failure.message)));
}

for (const article of articles()) {
  manage("project", article, article.dataset.project);
  takesOf(article).forEach((row) => manage("take", row, row.dataset.take));
}
byId("search").addEventListener("input", arrange);
byId("sort").value = localStorage.getItem("sort-projects") ?? "made";
byId("sort").addEventListener("change", () => {
  localStorage.setItem("sort-projects", byId("sort").value);
  arrange();
});
arrange();
showTakes(articles().flatMap(takesOf), arrange);
showBin(byId("bin")).catch((failure) => toast(failure.message));
