import { askJson } from "../page/api.js";
import { element, part } from "../page/parts.js";
import { clock } from "./format.js";

const PRESETS = ["ultrafast", "superfast", "veryfast", "faster", "fast", "medium", "slow", "slower", "veryslow"];
const remembered = () => JSON.parse(localStorage.getItem("spec") || "{}");

/** Asks what is to be made and puts it into the queue. */
export function startHandover(store) {
  const dialog = document.getElementById("handover-dialog");
  const field = (name) => part(dialog, name);
  const number = (name) => Number(field(name).value.replace(",", "."));
  field("preset").append(...PRESETS.map((preset) => element("option", {}, preset)));

  const sizes = () => {
    const full = store.kept.canvasWidth;
    return [...new Set([full, 3840, 1920, 1280])].filter((width) => width <= Math.max(full, 3840)).sort((a, b) => b - a);
  };

  function sum() {
    const frames = Math.max(0, Math.ceil((number("to") - number("from")) * store.kept.rate - 1e-6));
    field("sum").textContent = Number.isFinite(frames) ? `${frames} frames, ${clock(frames / store.kept.rate)}; from revision ${store.kept.revision}.` : "";
  }

  function rateBy() {
    const bits = field("rate").value === "bits";
    field("quality-label").textContent = bits ? "Bit rate" : "Quality, 0 best to 51";
    field("quality-unit").textContent = bits ? "kb/s" : "";
    field("quality").value = bits ? "40000" : "18";
  }

  async function open() {
    const spec = remembered();
    field("size").replaceChildren(...sizes().map((width) => element("option", { value: width }, `${width} x ${width / 2}`)));
    field("size").value = spec.width && sizes().includes(spec.width) ? spec.width : store.kept.canvasWidth;
    field("preset").value = spec.preset ?? "medium";
    field("kernel").value = spec.kernel ?? "fine";
    field("bits").value = spec.bits ?? 8;
    field("sound").replaceChildren(
      element("option", { value: "" }, "none"),
      ...store.kept.clips.filter((clip) => clip.sound !== "none").map((clip) => element("option", { value: clip.slot }, `of lens ${clip.slot}`)),
    );
    field("sound").value = spec.sound ?? field("sound").options[1]?.value ?? "";
    rateBy();
    field("from").value = store.range.from.toFixed(2);
    field("to").value = store.range.to.toFixed(2);
    field("wrong").hidden = true;
    sum();
    dialog.showModal();
    const free = await askJson(`/api/deliverables/free-name?wanted=${encodeURIComponent(document.body.dataset.name.replace(/[^\p{L}\p{N} ._()-]/gu, ""))}`);
    field("name").value = free.name;
  }

  part(dialog, "form").addEventListener("submit", async (event) => {
    event.preventDefault();
    const width = Number(field("size").value);
    const spec = {
      format: "foldback-spec", version: 1, layout: "mono_360", codec: "h264", width, height: width / 2,
      preset: field("preset").value, bits: Number(field("bits").value), kernel: field("kernel").value,
      encoder_threads: 2, segment_frames: 250,
    };
    spec[field("rate").value === "bits" ? "bit_rate_kbps" : "quality"] = number("quality");
    if (field("sound").value) {
      spec.sound_slot = field("sound").value;
    }
    try {
      await askJson(`${store.path}/deliverables`, {
        body: { base: store.kept.revision, name: field("name").value.trim(), from: number("from"), to: number("to"), spec },
      });
      localStorage.setItem("spec", JSON.stringify({ width, preset: spec.preset, kernel: spec.kernel, bits: spec.bits, sound: field("sound").value }));
      location.href = "/handover";
    } catch (failure) {
      field("wrong").textContent = failure.message;
      field("wrong").hidden = false;
    }
  });
  field("rate").addEventListener("change", rateBy);
  for (const name of ["from", "to"]) {
    field(name).addEventListener("input", sum);
  }
  field("close").addEventListener("click", () => dialog.close());
  document.getElementById("handover").addEventListener("click", open);
  return open;
}
