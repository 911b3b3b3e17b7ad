import { askJson } from "../page/api.js";
import { bytes } from "../page/bytes.js";
import { element, part } from "../page/parts.js";
import { toast } from "../page/toast.js";

/** Lets files and whole folders be chosen from the folders that the server was given. */
export function startFolders(root, bringIn) {
  const chosen = new Set();
  const add = part(root, "add");

  const count = () => {
    add.disabled = chosen.size === 0;
    add.textContent = chosen.size > 0 ? `Bring in ${chosen.size} chosen` : "Bring in the chosen files";
  };

  const entry = (path, name, says, open) => {
    const item = element("li");
    const label = element("label");
    const box = element("input", { type: "checkbox", "data-test": "choose", ...(open && { "aria-label": `Folder ${name}` }) });
    box.checked = chosen.has(path);
    box.addEventListener("change", () => {
      chosen[box.checked ? "add" : "delete"](path);
      count();
    });
    label.append(box);
    if (open) {
      const button = element("button", { type: "button", class: "btn quiet", "data-test": "open-folder" }, `${name}/`);
      button.addEventListener("click", () => go(path));
      item.append(label, button);
    } else {
      label.append(element("span", {}, name), element("span", { class: "soft" }, says));
      item.append(label);
    }
    return item;
  };

  const trail = (path) => {
    const steps = path === "" ? [] : path.split("/");
    const parts = [];
    const first = element("button", { type: "button", class: "btn quiet" }, "All folders");
    first.addEventListener("click", () => go(""));
    parts.push(first);
    steps.forEach((step, i) => {
      const button = element("button", { type: "button", class: "btn quiet" }, step);
      button.addEventListener("click", () => go(steps.slice(0, i + 1).join("/")));
      parts.push("/", button);
    });
    return parts;
  };

  async function go(path) {
    try {
      const listing = await askJson(`/api/footage?path=${encodeURIComponent(path)}`);
      part(root, "trail").replaceChildren(...trail(path));
      const below = (name) => (path === "" ? name : `${path}/${name}`);
      const items = [
        ...listing.folders.map((name) => entry(below(name), name, "", true)),
        ...listing.files.map((file) => entry(file.path, file.name, bytes(file.bytes), false)),
      ];
      if (items.length === 0) {
        const why = path === "" ? "No folder was given. Start with ./foldback start --footage DIR to name one." : "No videos here.";
        items.push(element("li", { class: "soft" }, why));
      }
      part(root, "list").replaceChildren(...items);
    } catch (failure) {
      toast(failure.message);
    }
  }

  add.addEventListener("click", async () => {
    await bringIn([...chosen]);
    chosen.clear();
    count();
    root.querySelectorAll("input:checked").forEach((box) => { box.checked = false; });
  });
  go("");
}
