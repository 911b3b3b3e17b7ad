import { ask, askJson } from "../page/api.js";
import { element, part } from "../page/parts.js";
import { toast } from "../page/toast.js";

/**
 * Specs under their names: one that fills the form in, and others that are made in the same go.
 * @param {{ready: function(): {name: string, spec: object}[], current: function(): object, fill: function(object): void, onChange: function(): void}} form
 * @returns {{open: function(): Promise<void>, name: function(): string, more: function(): {name: string, spec: object}[]}}
 */
export function specChoice(root, { ready, current, fill, onChange }) {
  const select = part(root, "spec");
  const more = part(root, "more-specs");
  let saved = [];
  const all = () => [...ready(), ...saved];
  const chosen = () => saved.find(({ name }) => name === select.value);

  function show(name) {
    const group = (label, specs) => {
      const options = element("optgroup", { label });
      options.append(...specs.map((spec) => element("option", { value: spec.name }, spec.name)));
      return options;
    };
    select.replaceChildren(element("option", { value: "" }, "as set below"), group("Ready", ready()));
    if (saved.length) {
      select.append(group("Saved", saved));
    }
    select.value = all().some((spec) => spec.name === name) ? name : "";
    buttons();
    more.replaceChildren(...all().map((spec) => {
      const box = element("input", { type: "checkbox", value: spec.name, "data-test": "ho-more" });
      box.addEventListener("change", onChange);
      const label = element("label", { class: "flex gap-2 items-center" });
      label.append(box, `${spec.name}, ${spec.spec.width} x ${spec.spec.height}`);
      return label;
    }));
  }

  function buttons() {
    part(root, "spec-remove").hidden = !chosen();
    part(root, "spec-share").hidden = !chosen();
    part(root, "spec-share").href = chosen() ? `/api/specs/${chosen().id}/spec.json` : "#";
  }

  async function load(name) {
    saved = await askJson("/api/specs");
    show(name);
  }

  async function save(name, spec) {
    await askJson("/api/specs", { body: { name, spec } });
    await load(name);
    toast(`Saved as “${name}”.`);
  }

  const tried = (work) => async (event) => {
    try {
      await work(event);
    } catch (failure) {
      toast(failure.message);
    }
  };

  select.addEventListener("change", () => {
    const spec = all().find(({ name }) => name === select.value)?.spec;
    buttons();
    if (spec) {
      fill(spec);
    }
    onChange();
  });
  const name = part(root, "spec-name");
  part(root, "spec-save").addEventListener("click", tried(async () => {
    if (!name.value.trim()) {
      name.focus();
      throw new Error("Type a name for the spec first.");
    }
    await save(name.value.trim(), current());
    name.value = "";
  }));
  part(root, "spec-remove").addEventListener("click", tried(async () => {
    await ask(`/api/specs/${chosen().id}`, { method: "DELETE" });
    await load("");
  }));
  part(root, "spec-file").addEventListener("change", tried(async ({ target }) => {
    const [file] = target.files;
    target.value = "";
    if (file) {
      let spec;
      try {
        spec = JSON.parse(await file.text());
      } catch {
        throw new Error(`“${file.name}” is no JSON file: choose one that was saved by “Share”.`);
      }
      await save(file.name.replace(/(\.spec)?\.json$/i, ""), spec);
      fill(spec);
      onChange();
    }
  }));

  return {
    open: () => load(""),
    /** The form was changed by hand. */
    own: () => {
      select.value = "";
      buttons();
    },
    name: () => select.value,
    more: () => {
      const names = [...more.querySelectorAll("input:checked")].map(({ value }) => value);
      return all().filter((spec) => names.includes(spec.name));
    },
  };
}
