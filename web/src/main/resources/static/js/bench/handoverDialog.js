import { askJson } from "../page/api.js";
import { bytes } from "../page/bytes.js";
import { CODECS } from "../page/codecs.js";
import { element, part } from "../page/parts.js";
import { toast } from "../page/toast.js";
import { curveOf, transformName } from "./curves.js";
import { clock } from "./format.js";
import { layoutsOf } from "./layouts.js";

const PRESETS = ["ultrafast", "superfast", "veryfast", "faster", "fast", "medium", "slow", "slower", "veryslow"];
const written = ([width, height]) => `${width}x${height}`;

const remembered = () => JSON.parse(localStorage.getItem("spec") || "{}");

/** Asks what is to be made and puts it into the queue. */
export function startHandover(store) {
  const dialog = document.getElementById("handover-dialog");
  const field = (name) => part(dialog, name);
  const number = (name) => Number(field(name).value.replace(",", "."));
  field("codec").append(...Object.entries(CODECS).map(([value, { name, use }]) => element("option", { value }, `${name}: ${use}`)));
  field("preset").append(...PRESETS.map((preset) => element("option", {}, preset)));

  const layouts = () => layoutsOf(store.kept);
  const chosen = () => layouts().find(({ value }) => value === field("what").value) ?? layouts()[0];

  /** What can be made of what is shown: the size that was chosen last, else the usual one. */
  function showSizes(wanted) {
    const { sizes, usual } = chosen();
    const all = sizes.map(written);
    field("size").replaceChildren(...all.map((size) => element("option", { value: size }, size.replace("x", " x "))));
    field("size").value = all.includes(wanted) ? wanted : written(usual);
  }

  function sum() {
    const frames = Math.max(0, Math.ceil((number("to") - number("from")) * store.kept.rate - 1e-6));
    field("sum").textContent = Number.isFinite(frames) ? `${frames} frames, ${clock(frames / store.kept.rate)}; from revision ${store.kept.revision}.` : "";
  }

  let wantedBits = 8;
  const codec = () => CODECS[field("codec").value];

  function rateBy() {
    const bits = field("rate").value === "bits";
    field("quality-label").textContent = bits ? "Bit rate" : "Quality, 0 best to 51";
    field("quality-unit").textContent = bits ? "kb/s" : "";
    field("quality").value = bits ? "40000" : codec().quality;
  }

  /** What a codec has no choice of is not asked. */
  function showCodec() {
    const { quality, bits } = codec();
    for (const name of ["preset-field", "rate-field", "quality-field"]) {
      field(name).hidden = quality === undefined;
    }
    field("bits").replaceChildren(...bits.map((count) => element("option", { value: count }, `${count} bits`)));
    field("bits").value = bits.includes(wantedBits) ? wantedBits : bits[0];
    rateBy();
  }

  async function open() {
    const spec = remembered();
    field("what").replaceChildren(...layouts().map(({ value, name }) => element("option", { value }, name)));
    field("what-field").hidden = layouts().length === 1;
    field("what").value = layouts().some(({ value }) => value === spec.framing) ? spec.framing : layouts()[0].value;
    showSizes(spec.size);
    field("preset").value = spec.preset ?? "medium";
    field("kernel").value = spec.kernel ?? "fine";
    field("codec").value = spec.codec in CODECS ? spec.codec : "h264";
    field("sound").replaceChildren(
      element("option", { value: "" }, "none"),
      ...store.kept.clips.filter((clip) => clip.sound !== "none").map((clip) => element("option", { value: clip.slot }, `of lens ${clip.slot}`)),
    );
    field("sound").value = spec.sound ?? field("sound").options[1]?.value ?? "";
    const { transform } = store.kept.recipe.balance;
    field("colours-field").hidden = !transform;
    // What is shown through a transform is not delivered through it by accident.
    field("colours").replaceChildren(
      element("option", { value: "" }, `as the footage: ${curveOf(store.kept)}`),
      element("option", { value: "transform" }, `through the transform: ${transformName(transform)}`),
    );
    wantedBits = spec.bits ?? 8;
    showCodec();
    field("from").value = store.range.from.toFixed(2);
    field("to").value = store.range.to.toFixed(2);
    field("wrong").hidden = true;
    sum();
    dialog.showModal();
    field("folder").value = spec.folder ?? "";
    field("pattern").value = spec.pattern ?? "{take} {framing}";
    await propose();
    estimate();
  }

  const size = () => {
    const [width, height] = field("size").value.split("x").map(Number);
    return { width, height };
  };

  const tidy = (text) => text.replace(/[^\p{L}\p{N} ._()-]/gu, "").trim();

  /** The pattern filled in, with a number behind where such a file is there. */
  async function propose() {
    const parts = { take: document.body.dataset.name, project: document.body.dataset.project, width: size().width, framing: chosen().layout.framing ?? "", date: new Date().toISOString().slice(0, 10) };
    const name = tidy(field("pattern").value.replace(/\{(\w+)\}/g, (all, key) => parts[key] ?? ""));
    const folder = field("folder").value.trim();
    const free = await askJson(`/api/deliverables/free-name?codec=${field("codec").value.toUpperCase()}&wanted=${encodeURIComponent((folder ? `${folder}/` : "") + (name || "deliverable"))}`);
    field("name").value = free.name.slice(free.name.lastIndexOf("/") + 1);
  }

  const order = () => {
    const spec = {
      format: "foldback-spec", version: 1, ...chosen().layout, codec: field("codec").value, ...size(),
      bits: Number(field("bits").value), kernel: field("kernel").value,
      encoder_threads: 2,
    };
    if (codec().quality !== undefined) {
      spec.preset = field("preset").value;
      spec[field("rate").value === "bits" ? "bit_rate_kbps" : "quality"] = number("quality");
    }
    if (field("sound").value) {
      spec.sound_slot = field("sound").value;
    }
    if (field("colours").value) {
      spec.through_transform = true;
    }
    const folder = field("folder").value.trim();
    const name = (folder ? `${folder}/` : "") + field("name").value.trim();
    return { base: store.kept.revision, name, from: number("from"), to: number("to"), spec };
  };

  /** How large, how long, and whether there is room; what cannot be said yet is left out. */
  async function estimate() {
    const says = field("estimate");
    try {
      const { bytes: size, seconds, free, basis, warnings } = await askJson(`${store.path}/deliverables/estimate`, { body: order() });
      const time = seconds < 0 ? "" : `, about ${seconds < 90 ? `${Math.ceil(seconds)} s` : `${Math.ceil(seconds / 60)} min`} of work`;
      field("warnings").hidden = warnings.length === 0;
      field("warnings").replaceChildren(...warnings.map((warning) => element("li", {}, warning)));
      says.textContent = `About ${bytes(size)} (${basis})${time}; ${bytes(free)} are free.${size > free ? " There is no room for it: make room first." : ""}`;
    } catch {
      says.textContent = "";
    }
  }

  part(dialog, "form").addEventListener("submit", async (event) => {
    event.preventDefault();
    const asked = order();
    const { codec: coded, preset = field("preset").value, kernel, bits } = asked.spec;
    try {
      await askJson(`${store.path}/deliverables`, { body: asked });
      const kept = { framing: field("what").value, size: field("size").value, codec: coded, preset, kernel, bits, sound: field("sound").value, folder: field("folder").value.trim(), pattern: field("pattern").value };
      localStorage.setItem("spec", JSON.stringify(kept));
      location.href = "/handover";
    } catch (failure) {
      field("wrong").textContent = failure.message;
      field("wrong").hidden = false;
    }
  });
  field("rate").addEventListener("change", rateBy);
  field("bits").addEventListener("change", () => (wantedBits = Number(field("bits").value)));
  field("codec").addEventListener("change", () => {
    showCodec();
    propose().catch((failure) => toast(failure.message));
    estimate();
  });
  for (const name of ["from", "to"]) {
    field(name).addEventListener("input", sum);
  }
  field("what").addEventListener("change", () => {
    showSizes();
    propose().catch((failure) => toast(failure.message));
    estimate();
  });
  for (const name of ["from", "to", "size", "preset", "rate", "quality", "kernel"]) {
    field(name).addEventListener("change", estimate);
  }
  for (const name of ["pattern", "folder"]) {
    field(name).addEventListener("change", () => propose().catch((failure) => toast(failure.message)));
  }
  field("close").addEventListener("click", () => dialog.close());
  document.getElementById("handover").addEventListener("click", open);
  return open;
}
