import { askJson } from "../page/api.js";
import { part } from "../page/parts.js";
import { startTheme } from "../page/theme.js";
import { startDisk } from "./disk.js";

const byId = (id) => document.getElementById(id);

startTheme();
startDisk(document.querySelector("#disk tbody"), byId("disk-free"));
const dialog = byId("new-project");
const canvas = byId("project-canvas");
const width = byId("project-width");
byId("new").addEventListener("click", () => dialog.showModal());
part(dialog, "close").addEventListener("click", () => dialog.close());
canvas.addEventListener("change", () => {
  width.hidden = canvas.value !== "other";
});
part(dialog, "form").addEventListener("submit", async (event) => {
  event.preventDefault();
  const wrong = part(dialog, "wrong");
  wrong.hidden = true;
  const wanted = canvas.value === "other" ? width.value : canvas.value;
  try {
    const made = await askJson("/api/projects", {
      body: { name: byId("project-name").value, canvasWidth: wanted === "" ? null : Number(wanted), rate: byId("project-rate").value || null },
    });
    location.assign(`/projects/${made.project}`);
  } catch (failure) {
    wrong.textContent = failure.message;
    wrong.hidden = false;
  }
});
