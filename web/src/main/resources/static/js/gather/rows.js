import { bytes } from "../page/bytes.js";
import { element, fromTemplate, part } from "../page/parts.js";

const NEW = "new";
const OUT = "out";

/** A clip in a proposed take: dragged by the mouse, or moved by its buttons and its list. */
export function clipRow(clip, { position, count, group, others, change }) {
  const row = fromTemplate("clip").querySelector("tr");
  row.dataset.clip = clip.id;
  part(row, "slots").textContent = clip.slots;
  part(row, "still").src = `/api/projects/${document.body.dataset.project}/clips/${clip.id}/still`;
  part(row, "file").textContent = clip.file;
  const { started, device, log } = clip.cells;
  part(row, "more").textContent = [bytes(clip.bytes), started.replace("T", " ").replace("Z", ""), device, log].filter(Boolean).join(" · ");
  const faults = part(row, "faults");
  faults.hidden = clip.checked && clip.faults.length === 0;
  faults.textContent = clip.checked ? `⚠ ${clip.faults.join("; ")}` : "Not checked for damage yet";
  faults.classList.toggle("says-wrong", clip.checked);
  faults.classList.toggle("soft", !clip.checked);
  row.querySelectorAll("[data-cell]").forEach((cell) => {
    const name = cell.dataset.cell;
    cell.textContent = clip.cells[name];
    if (clip.differs.includes(name)) {
      cell.classList.add("differs");
      cell.title = "Differs from the other clips of this take";
      cell.prepend(element("span", { class: "sign", "aria-label": "differs" }, "≠ "));
    }
  });
  const move = (to, at) => change(`/clips/${clip.id}/move`, { body: { group: to, position: at } });
  part(row, "up").disabled = position === 0;
  part(row, "down").disabled = position === count - 1;
  part(row, "up").addEventListener("click", () => move(group.number, position - 1));
  part(row, "down").addEventListener("click", () => move(group.number, position + 1));
  const to = part(row, "to");
  to.append(element("option", { value: "" }, "Move"));
  others.forEach((other) => to.append(element("option", { value: other.number }, `To ${other.name}`)));
  to.append(element("option", { value: NEW }, "To a take of its own"), element("option", { value: OUT }, "Out of the project"));
  to.addEventListener("change", () => {
    if (to.value === OUT) {
      change(`/clips/${clip.id}`, { method: "DELETE" });
    } else if (to.value === NEW) {
      move(null, 0);
    } else {
      move(Number(to.value), 99);
    }
  });
  row.addEventListener("dragstart", (event) => {
    event.dataTransfer.setData("application/x-clip", String(clip.id));
    event.dataTransfer.effectAllowed = "move";
  });
  return row;
}

/** A file that is still looked into, cannot be used, with the reason, or is kept for a stage. */
export function restRow(clip, change) {
  const row = element("tr", { "data-test": "rest", "data-state": clip.state });
  const says = clip.state === "reading" ? "Looking into it" : clip.message;
  const cell = element("td", { class: "text-right" });
  if (clip.state !== "reading") {
    const out = element("button", { type: "button", class: "btn", "data-test": "take-out" }, "Take out");
    out.addEventListener("click", () => change(`/clips/${clip.id}`, { method: "DELETE" }));
    cell.append(out);
  }
  row.append(element("td", {}, clip.file), element("td", { class: "soft" }, says), cell);
  return row;
}

/** A take that was made, with the way to its bench. */
export function takeRow(take) {
  const row = element("tr", { "data-test": "made-take" });
  const files = take.clips.map((clip) => `${clip.slots}: ${clip.file}`).join(", ");
  const cell = element("td", { class: "text-right" });
  cell.append(element("a", { class: "btn inline-block no-underline whitespace-nowrap", href: `/takes/${take.id}` }, "Open on the bench"));
  const faults = take.clips.filter((clip) => clip.faults.length).map((clip) => `⚠ ${clip.slots}: ${clip.faults.join("; ")}`).join(". ");
  const what = element("td", { class: "soft" }, files);
  if (faults) {
    what.append(element("p", { class: "says-wrong", "data-test": "faults" }, faults));
  }
  row.append(element("td", { class: "whitespace-nowrap" }, take.name), what, cell);
  return row;
}
