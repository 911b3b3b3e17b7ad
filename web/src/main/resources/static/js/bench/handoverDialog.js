import { askJson } from "../page/api.js";
import { bytes } from "../page/bytes.js";
import { bitsIn, CODECS, usualRate } from "../page/codecs.js";
import { element, part } from "../page/parts.js";
import { toast } from "../page/toast.js";
import { curveOf, transformName } from "./curves.js";
import { clipParts, namesOf, TOKENS, unknownIn } from "./fileNames.js";
import { clock } from "./format.js";
import { layoutsOf } from "./layouts.js";
import { FRAME_RATES, perSecond } from "./frameRates.js";
import { namedRanges } from "./namedRanges.js";
import { otherTakes } from "./otherTakes.js";
import { rangeChoice } from "./rangeChoice.js";
import { readySpecs } from "./readySpecs.js";
import { besideImages, hasSound, RECORDING, soundIn, soundName, soundOptions, SOUND_PARTS, withSoundOf } from "./soundOptions.js";
import { specChoice } from "./specChoice.js";

const PRESETS = ["ultrafast", "superfast", "veryfast", "faster", "fast", "medium", "slow", "slower", "veryslow"];
const HDR = { hlg: "Rec.2100 HLG", pq: "Rec.2100 PQ" };
/** Seconds from the range's beginning on. */
const MOST_HEARD = 30;
const written = ([width, height]) => `${width}x${height}`;

const remembered = () => JSON.parse(localStorage.getItem("spec") || "{}");

/** Asks what is to be made and puts it into the queue. */
export function startHandover(store) {
  const dialog = document.getElementById("handover-dialog");
  const field = (name) => part(dialog, name);
  const number = (name) => Number(field(name).value.replace(",", "."));
  field("codec").append(...Object.entries(CODECS).map(([value, { name, use }]) => element("option", { value }, `${name}: ${use}`)));
  field("preset").append(...PRESETS.map((preset) => element("option", {}, preset)));
  field("pattern").title = `Filled in: ${Object.entries(TOKENS).map(([token, what]) => `{${token}} ${what}`).join(", ")}`;

  const layouts = () => layoutsOf(store.kept);
  const chosen = () => layouts().find(({ value }) => value === field("what").value) ?? layouts()[0];
  let named = () => [];
  const others = otherTakes(field("others"), store, () => review());
  /** Whether the file's name was typed and is to stay. */
  let byHand = false;
  const specs = specChoice(dialog, { ready: () => readySpecs(layouts()), current: () => spec(), fill, onChange: () => review() });

  /**
   * What can be made of what is shown: the size that is wanted, else the usual one.
   * @param {?number[]} own a size that is offered, too, where what is shown has its shape
   */
  function showSizes(wanted, own) {
    const { sizes, usual } = chosen();
    const fits = own && Math.abs(own[0] / own[1] - usual[0] / usual[1]) < 0.01 && !sizes.some((size) => written(size) === written(own));
    const all = [...(fits ? [own] : []), ...sizes].map(written);
    field("size").replaceChildren(...all.map((size) => element("option", { value: size }, size.replace("x", " x "))));
    field("size").value = all.includes(wanted) ? wanted : written(usual);
  }

  /** The take's own rate, and those in which video is delivered. */
  function showRates(wanted = "") {
    const own = `${Number(store.kept.rate.toFixed(3))}, as the take`;
    field("frames").replaceChildren(
      element("option", { value: "" }, own),
      ...FRAME_RATES.map(([value, name]) => element("option", { value }, name)),
    );
    field("frames").value = FRAME_RATES.some(([value]) => value === wanted) ? wanted : "";
  }

  const soundFields = soundOptions(dialog);

  let wantedBits = 8;
  const codec = () => CODECS[field("codec").value];

  function rateBy(value) {
    const bits = field("rate").value === "bits";
    field("quality-label").textContent = bits ? "Bit rate" : "Quality, 0 best to 51";
    field("quality-unit").textContent = bits ? "kb/s" : "";
    field("quality").value = value ?? (bits ? usualRate(field("codec").value, size(), perSecond(field("frames").value) ?? store.kept.rate) : codec().quality);
  }

  /** What a codec has no choice of is not asked. */
  function showCodec(value) {
    const { quality, bits, images } = codec();
    for (const name of ["preset-field", "rate-field", "quality-field"]) {
      field(name).hidden = quality === undefined;
    }
    field("bits").replaceChildren(...bits.map((count) => element("option", { value: count }, bitsIn(codec(), count))));
    field("bits").value = bits.includes(wantedBits) ? wantedBits : bits[0];
    soundFields.besideOnly(images);
    rateBy(value);
  }

  /** Fills the form in; what the take does not have stays as it is. */
  function fill(from) {
    const same = ({ layout }) => layout.layout === from.layout && layout.framing === from.framing && layout.eyes === from.eyes && layout.eye === from.eye;
    const what = layouts().find(same);
    if (!what) {
      toast(`The spec is for ${from.framing ? `a framing “${from.framing}”` : "a picture"} that this take does not have: ${layouts()[0].name} is chosen in its place.`);
    }
    field("what").value = (what ?? layouts()[0]).value;
    showSizes(written([from.width, from.height]), [from.width, from.height]);
    if (from.codec in CODECS) {
      field("codec").value = from.codec;
    }
    wantedBits = from.bits ?? 8;
    field("preset").value = from.preset ?? field("preset").value;
    field("rate").value = from.bit_rate_kbps ? "bits" : "quality";
    showCodec(from.bit_rate_kbps ?? from.quality);
    field("kernel").value = from.kernel;
    showRates(from.rate);
    const sound = soundIn(from);
    if (sound && [...field("sound").options].some(({ value }) => value === sound)) {
      field("sound").value = sound;
      soundFields.show(from);
    }
    field("colours").value = from.hdr ?? (from.through_transform ? "transform" : "");
  }

  async function open() {
    const last = remembered();
    field("what").replaceChildren(...layouts().map(({ value, name }) => element("option", { value }, name)));
    field("what-field").hidden = layouts().length === 1;
    field("what").value = layouts().some(({ value }) => value === last.framing) ? last.framing : layouts()[0].value;
    showSizes(last.size);
    field("preset").value = last.preset ?? "medium";
    field("kernel").value = last.kernel ?? "fine";
    field("codec").value = last.codec in CODECS ? last.codec : "h264";
    field("sound").replaceChildren(
      element("option", { value: "" }, "none"),
      ...[...store.kept.clips.map(({ slot }) => slot), RECORDING].filter((slot) => hasSound(store.kept, slot)).map((slot) => element("option", { value: slot }, soundName(slot))),
    );
    field("sound").value = last.sound ?? field("sound").options[1]?.value ?? "";
    soundFields.show(last.soundAs ?? {});
    showRates(last.rate);
    const { transform } = store.kept.recipe.balance;
    // What is shown through a transform is not delivered through it by accident.
    field("colours").replaceChildren(
      element("option", { value: "" }, `as the footage: ${curveOf(store.kept)}`),
      ...(transform ? [element("option", { value: "transform" }, `through the transform: ${transformName(transform)}`)] : []),
      ...Object.entries(HDR).map(([value, name]) => element("option", { value }, `as HDR: ${name}`)),
    );
    wantedBits = last.bits ?? 8;
    showCodec();
    field("from").value = store.range.from.toFixed(2);
    field("to").value = store.range.to.toFixed(2);
    field("marked").checked = true;
    byHand = false;
    field("wrong").hidden = true;
    field("folder").value = last.folder ?? "";
    field("pattern").value = last.pattern ?? "{take} {framing}";
    dialog.showModal();
    const ranges = namedRanges(store);
    const made = ranges.length ? (await askJson("/api/deliverables")).filter(({ take }) => store.path.endsWith(`/${take}`)) : [];
    named = rangeChoice(field("ranges"), ranges, { made }, () => review());
    field("ranges-field").hidden = ranges.length === 0;
    field("others-field").hidden = (await others.open()) === 0;
    await specs.open();
    await review();
    await tellClearest(last.sound === undefined);
  }

  /** Which lens's sound is clearest is measured when it is first asked for, and chosen where none was chosen before. */
  async function tellClearest(choose) {
    const clearest = await askJson(`${store.path}/revisions/${store.kept.revision}/clearest`);
    soundFields.tell(clearest);
    if (choose && clearest.length > 0 && field("sound").value) {
      field("sound").value = clearest[0].slot;
      await review();
    }
  }

  const size = () => {
    const [width, height] = field("size").value.split("x").map(Number);
    return { width, height };
  };

  function spec() {
    const asked = {
      format: "foldback-spec", version: 1, ...chosen().layout, codec: field("codec").value, ...size(),
      bits: Number(field("bits").value), kernel: field("kernel").value,
      encoder_threads: 2,
    };
    if (codec().quality !== undefined) {
      asked.preset = field("preset").value;
      asked[field("rate").value === "bits" ? "bit_rate_kbps" : "quality"] = number("quality");
    }
    if (field("frames").value) {
      asked.rate = field("frames").value;
    }
    Object.assign(asked, soundFor(asked.codec));
    if (field("colours").value in HDR) {
      asked.hdr = field("colours").value;
    } else if (field("colours").value) {
      asked.through_transform = true;
    }
    return asked;
  }

  /** Images hold no sound: it goes into a file beside them. */
  const soundFor = (coding) => besideImages(soundFields.asked(), CODECS[coding].images);

  const typed = () => (field("marked").checked ? [{ name: "", from: number("from"), to: number("to") }] : []);

  /** Every range by every spec, then the other takes by every spec. */
  function orders() {
    const wanted = [{ name: specs.name(), spec: spec() }, ...specs.more()].map(({ name, spec: one }) => ({ name, spec: withSound(one, store.kept) }));
    const own = { take: Number(document.body.dataset.take), title: document.body.dataset.name, kept: store.kept };
    const here = [...typed(), ...named()].flatMap((range) => wanted.map((one) => ({ ...own, range, ...one })));
    const there = others.chosen().flatMap(({ take, name: title, kept }) => wanted.map(({ name, spec: one }) => ({
      take, title, kept, range: { name: "", from: kept.from, to: kept.to }, name, spec: withSound(suited(kept, name, one), kept),
    })));
    return [...here, ...there];
  }

  /** Ready specs are made for each take's own size. */
  const suited = (kept, name, one) => readySpecs(layoutsOf(kept)).find((ready) => ready.name === name)?.spec ?? one;

  /** With the sound of the lens that is chosen, where the take has it. */
  function withSound(spec, kept) {
    const asked = soundFor(spec.codec);
    return withSoundOf(spec, hasSound(kept, soundIn(asked)) ? asked : {});
  }

  const parts = ({ title, kept, range, name, spec: { codec: coding, width, height, framing } }, n) => ({
    project: document.body.dataset.project, take: title, ...clipParts(kept.clips[0].file),
    range: range.name, n: n + 1, version: kept.revision, spec: name || `${CODECS[coding].name} ${width}`, framing: framing ?? "", width, height, date: new Date().toISOString().slice(0, 10),
  });

  const inFolder = (name) => (field("folder").value.trim() ? `${field("folder").value.trim()}/${name}` : name);

  /** The pattern filled in, with a number behind where such a file is there. */
  function freeNames(all) {
    const wanted = namesOf(field("pattern").value, all.map(parts));
    return askJson("/api/deliverables/free-names", {
      body: all.map(({ spec: { codec: coding, sound_place: place = "inside" } }, i) => (
        { name: inFolder(wanted[i]), codec: coding.toUpperCase(), beside: place === "inside" ? null : ".wav" })),
    });
  }

  function showNames(free) {
    const short = free.map((name) => name.slice(name.lastIndexOf("/") + 1));
    if (!byHand) {
      field("name").value = short[0] ?? "";
    }
    const several = short.length > 1;
    field("name-field").hidden = several;
    field("names").replaceChildren(...(several ? short.map((name) => element("li", {}, name)) : []));
    field("start").textContent = several ? `Add ${short.length} to the queue` : "Add to the queue";
    const unknown = unknownIn(field("pattern").value);
    wrong(unknown.length ? `The pattern has {${unknown[0]}}, which stands for nothing. There are ${Object.keys(TOKENS).map((token) => `{${token}}`).join(" ")}.` : "");
  }

  const body = (all, names) => all.map(({ take, kept, range, spec: asked }, i) => ({
    take, file: { base: kept.revision, name: names[i], from: range.from, to: range.to, range: range.name || null, spec: asked },
  }));

  /** How large, how long, and whether there is room; what cannot be said yet is left out. */
  async function estimate(all, isNewest) {
    const says = field("estimate");
    try {
      const answer = await askJson("/api/deliverables/estimate", { body: body(all, all.map(() => "estimate")) });
      if (!isNewest()) {
        return;
      }
      const { bytes: much, seconds, free, basis, warnings } = answer;
      const time = seconds < 0 ? "" : `, about ${seconds < 90 ? `${Math.ceil(seconds)} s` : `${Math.ceil(seconds / 60)} min`} of work`;
      field("warnings").hidden = warnings.length === 0;
      field("warnings").replaceChildren(...warnings.map((warning) => element("li", {}, warning)));
      says.textContent = `About ${bytes(much)} (${basis})${time}; ${bytes(free)} are free.${much > free ? " There is no room for it: make room first." : ""}`;
    } catch {
      says.textContent = "";
    }
  }

  function sum(all) {
    const frames = all.reduce((total, { range, kept, spec: { rate } }) => total + Math.max(0, Math.ceil((range.to - range.from) * (perSecond(rate) ?? kept.rate) - 1e-6)), 0);
    const seconds = all.reduce((total, { range }) => total + Math.max(0, range.to - range.from), 0);
    const files = all.length === 1 ? "" : `${all.length} files, `;
    field("sum").textContent = Number.isFinite(frames) ? `${files}${frames} frames, ${clock(seconds)}${others.chosen().length ? "." : `; from revision ${store.kept.revision}.`}` : "";
  }

  const wrong = (text) => {
    field("wrong").textContent = text;
    field("wrong").hidden = !text;
  };

  let reviews = 0;
  /** Says again what will be made: its names, how much it is. */
  async function review() {
    const turn = ++reviews;
    const all = orders();
    sum(all);
    if (all.length === 0) {
      wrong("Choose the marked range, a named one, or another take.");
      return;
    }
    // What was asked for a form that was changed meanwhile is not shown any more.
    const isNewest = () => turn === reviews;
    try {
      const free = await freeNames(all);
      if (isNewest()) {
        showNames(free);
        await estimate(all, isNewest);
      }
    } catch (failure) {
      if (isNewest()) {
        wrong(failure.message);
      }
    }
  }

  part(dialog, "form").addEventListener("submit", async (event) => {
    event.preventDefault();
    // An answer to what was typed just before would take away what is said now.
    reviews++;
    const all = orders();
    const { codec: coding, preset = field("preset").value, kernel, bits } = spec();
    try {
      const names = all.length === 1 ? [inFolder(field("name").value.trim())] : await freeNames(all);
      await askJson("/api/deliverables", { body: body(all, names) });
      const kept = { framing: field("what").value, size: field("size").value, codec: coding, preset, kernel, bits, rate: field("frames").value, sound: field("sound").value, soundAs: soundFields.asked(), folder: field("folder").value.trim(), pattern: field("pattern").value };
      localStorage.setItem("spec", JSON.stringify(kept));
      dialog.close();
      toast(names.length === 1 ? `“${names[0]}” is in the queue.` : `${names.length} files are in the queue.`, { text: "Open Handover", href: "/handover", test: "to-handover" });
    } catch (failure) {
      wrong(failure.message);
    }
  });
  const change = (name, work) => field(name).addEventListener("change", () => {
    work();
    review();
  });
  const own = (work) => () => {
    work();
    specs.own();
  };
  change("rate", own(() => rateBy()));
  change("bits", own(() => (wantedBits = Number(field("bits").value))));
  change("codec", own(() => showCodec()));
  change("what", own(() => showSizes()));
  change("colours", own(() => {
    if (field("colours").value in HDR) {
      wantedBits = 10;
      showCodec(number("quality"));
    }
  }));
  for (const name of ["size", "frames", "preset", "quality", "kernel"]) {
    change(name, own(() => {}));
  }
  for (const name of ["from", "to", "marked", "sound", ...SOUND_PARTS]) {
    change(name, () => {});
  }
  for (const name of ["pattern", "folder"]) {
    change(name, () => (byHand = false));
  }
  field("name").addEventListener("input", () => (byHand = true));
  for (const name of ["from", "to"]) {
    field(name).addEventListener("input", () => sum(orders()));
  }
  const heard = new Audio();
  field("listen").addEventListener("click", () => {
    const slot = field("sound").value;
    const seconds = Math.max(1, Math.min(MOST_HEARD, number("to") - number("from")));
    if (heard.paused) {
      heard.src = `${store.path}/revisions/${store.kept.revision}/listen?left=${slot}&right=${slot}&from=${number("from")}&seconds=${seconds}`;
      heard.play().catch((failure) => wrong(`The sound could not be played: ${failure.message}`));
    } else {
      heard.pause();
    }
  });
  for (const event of ["play", "pause", "ended"]) {
    heard.addEventListener(event, () => (field("listen").textContent = heard.paused ? "Listen" : "Stop"));
  }
  dialog.addEventListener("close", () => heard.pause());
  field("close").addEventListener("click", () => dialog.close());
  document.getElementById("handover").addEventListener("click", () => open().catch((failure) => toast(failure.message)));
  return open;
}
