import { element, fromTemplate, part } from "../page/parts.js";
import { clipRow } from "./rows.js";

function canvasSays(view, start) {
  if (!view.canvasWidth) {
    return `, gives canvas ${start.canvasWidth} x ${start.canvasWidth / 2}`;
  }
  const share = view.canvasWidth / start.canvasWidth;
  return share > 1.02 ? `, canvas enlarges by ${Math.round(100 * (share - 1))}%` : "";
}

/** The section of a proposed take: its clips can be dragged, its name and geometry chosen, and it is made by a press. */
export function groupSection(view, group, change, make) {
  const root = fromTemplate("group").querySelector("section");
  part(root, "name").value = group.name;
  part(root, "lenses").textContent = `${group.lenses} ${group.lenses === 1 ? "lens" : "lenses"}`;
  part(root, "reason").textContent = group.reason;
  part(root, "start").replaceChildren(
    ...group.starts.map((start) => element("option", { value: start.card }, start.label + canvasSays(view, start))),
  );
  const rate = part(root, "rate");
  rate.hidden = !group.rate;
  if (group.rate) {
    const use = element("button", { type: "button", class: "btn ml-2", "data-test": "use-rate" }, `Use the footage's rate: ${group.rate.rate} frames/s`);
    use.addEventListener("click", () => change("/rate", { body: { rate: group.rate.rate } }));
    rate.replaceChildren(`≠ Rate: ${group.rate.says}.`, use);
  }
  const others = view.groups.filter((other) => other.number !== group.number);
  const rows = group.clips.map((clip, i) => clipRow(clip, { position: i, count: group.clips.length, group, others, change }));
  part(root, "rows").replaceChildren(...rows);
  const wrong = part(root, "wrong");
  part(root, "make").addEventListener("click", async (event) => {
    event.target.disabled = true;
    wrong.hidden = true;
    try {
      await make(group, part(root, "name").value, part(root, "start").value);
    } catch (failure) {
      wrong.textContent = failure.message;
      wrong.hidden = false;
      event.target.disabled = false;
    }
  });
  acceptDrops(root, group, change);
  return root;
}

/** A dragged clip is put before the row it is dropped on, or behind the last one. */
function acceptDrops(root, group, change) {
  root.addEventListener("dragover", (event) => {
    if (event.dataTransfer.types.includes("application/x-clip")) {
      event.preventDefault();
      root.classList.add("target");
    }
  });
  root.addEventListener("dragleave", () => root.classList.remove("target"));
  root.addEventListener("drop", (event) => {
    root.classList.remove("target");
    const clip = event.dataTransfer.getData("application/x-clip");
    if (clip) {
      event.preventDefault();
      const row = event.target.closest("tr[data-clip]");
      const rows = [...root.querySelectorAll("tr[data-clip]")].filter((other) => other.dataset.clip !== clip);
      const position = row ? Math.max(0, rows.indexOf(row)) : rows.length;
      change(`/clips/${clip}/move`, { body: { group: group.number, position } });
    }
  });
}
