import { askJson } from "../page/api.js";
import { bytes } from "../page/bytes.js";
import { element } from "../page/parts.js";
import { toast } from "../page/toast.js";

/** What this installation takes of the disk; what can be made again is removed by a press. */
export async function startDisk(table, free) {
  const show = (report) => {
    free.textContent = `${bytes(report.free)} free`;
    table.replaceChildren(
      ...report.kinds.map((kind) => {
        const row = element("tr", { "data-test": "disk-kind", "data-kind": kind.key });
        const cell = element("td", { class: "text-right" });
        if (kind.remakeable) {
          const clean = element("button", { type: "button", class: "btn", title: kind.key === "uploading" ? "Removes what nobody went on with for twelve hours; by itself it goes after a week" : "Made again when needed; what is younger than ten minutes stays" }, "Clean up");
          clean.disabled = kind.files === 0;
          clean.addEventListener("click", async () => {
            try {
              const { freed } = await askJson(`/api/disk/${kind.key}/clean`, { method: "POST" });
              toast(`${bytes(freed)} were set free.`);
              show(await askJson("/api/disk"));
            } catch (failure) {
              toast(failure.message);
            }
          });
          cell.append(clean);
        }
        const files = `${kind.files} ${kind.files === 1 ? "file" : "files"}`;
        row.append(element("td", {}, kind.name), element("td", { class: "text-right" }, bytes(kind.bytes)), element("td", { class: "soft" }, files), cell);
        return row;
      }),
    );
  };
  try {
    show(await askJson("/api/disk"));
  } catch (failure) {
    toast(failure.message);
  }
}
