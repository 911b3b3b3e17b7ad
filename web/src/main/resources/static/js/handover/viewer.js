import { CODECS } from "../page/codecs.js";
import { askJson } from "../page/api.js";
import { element, part } from "../page/parts.js";
import { eyesChoice } from "../page/eyesChoice.js";
import { LookView } from "../page/lookView.js";
import { clock } from "../bench/format.js";
import { mayFace, openAgain } from "./again.js";

const POLL_MS = 500;
const rest = () => new Promise((done) => setTimeout(done, POLL_MS));

/** The address of something that browsers can play, made first where it is not there; nothing where nobody waits any more. */
async function filmOf({ id }, waiting, onShare) {
  const path = `/api/deliverables/${id}/film`;
  while (waiting()) {
    const { share, message } = await askJson(path, { method: "POST" });
    if (message) {
      throw new Error(message);
    }
    if (share === 1) {
      return path;
    }
    onShare(share);
    await rest();
  }
  return "";
}

/** Shows a flat film as it is, where a {@link LookView} would turn it. */
class FlatView {
  constructor(host) {
    this.host = host;
  }

  show(video) {
    this.video = video;
    video.className = "flat-film";
    this.host.append(video);
  }

  /** The browser draws its frames itself. */
  draw() {}

  close() {
    this.video?.remove();
  }
}

/** What a file shows: films say it in their tags, images by what was asked. */
const shownBy = ({ spec, verified }) => (CODECS[spec.codec].images
  ? { projection: { 360: "equirectangular", 180: "tiled equirectangular" }[spec.layout.slice(-3)] ?? "none", eyes: { beside: "side by side", above: "top and bottom" }[spec.eyes] ?? "one" }
  : verified);

/** As what a file is tagged, in words. */
function tagged({ projection, eyes }, { images }) {
  if (images) {
    return "a folder of images, which carry no tags of a sphere";
  }
  const shown = { none: "flat, not tagged as a sphere", "tiled equirectangular": "tagged as the 180° ahead" }[projection] ?? `tagged as a sphere: ${projection}`;
  return eyes && eyes !== "one" ? `${shown}, both eyes ${eyes}` : shown;
}

/** What a look-around is to make of a file. */
const layoutOf = ({ projection, eyes }) => ({
  half: projection === "tiled equirectangular", eyes: { "side by side": "beside", "top and bottom": "above" }[eyes] ?? "one",
});

/** What was looked at in the finished file, a line each. */
function checklist(found, { worked, spec }) {
  const beside = ["beside", "both"].includes(spec.sound_place) ? "sound in a WAV file beside it" : "no sound";
  const sound = found.sound === "none" ? beside : `sound: ${found.sound}${found.soundSeconds == null ? "" : ", in step with the picture"}`;
  return [
    `${found.frames} frames, ${found.seconds.toFixed(2)} s, ${found.width} x ${found.height}, ${found.bits} bits, ${found.range} range`,
    `${tagged(found, CODECS[spec.codec])}; ${sound}`,
    Number.isFinite(found.apart) && `looked at in its beginning, middle and end: it shows what was stitched (${found.apart.toFixed(1)} of 255 apart)`,
    `${(found.bytes / 1e6).toFixed(1)} MB${worked >= 0 ? `, made in ${workTime(worked)}` : ""}`,
    found.sha256 && `SHA-256 ${found.sha256}`,
    ...(found.damaged ?? []).map(({ slots, frames }) => `footage: ${frames} ${frames === 1 ? "frame" : "frames"} of clip ${slots} ${frames === 1 ? "is" : "are"} damaged`),
  ].filter(Boolean);
}

const workTime = (seconds) => (seconds < 90 ? `${Math.ceil(seconds)} s` : `${Math.round(seconds / 60)} min`);

/** Plays a finished file with what was verified: a sphere in a look-around, a flat film as it is. */
export function openViewer(deliverable) {
  const dialog = document.getElementById("viewer");
  part(dialog, "title").textContent = deliverable.name;
  const video = document.createElement("video");
  video.playsInline = true;
  video.loop = true;
  const host = part(dialog, "view");
  const play = part(dialog, "play");
  const seek = part(dialog, "seek");
  const time = part(dialog, "time");
  const found = deliverable.verified;
  const shown = shownBy(deliverable);
  const flat = shown.projection === "none";
  part(dialog, "verified").replaceChildren(...checklist(found, deliverable).map((line) => element("li", {}, line)));
  part(dialog, "recipe").href = `/api/deliverables/${deliverable.id}/recipe.json`;
  part(dialog, "spec").href = `/api/deliverables/${deliverable.id}/spec.json`;
  dialog.showModal();
  const facts = part(dialog, "facts");
  facts.textContent = "";
  const view = flat
    ? new FlatView(host)
    : new LookView(host, (look) => (facts.textContent = `yaw ${look.yaw.toFixed(0)}° pitch ${look.pitch.toFixed(0)}° field ${look.field.toFixed(0)}°`));
  if (!flat && layoutOf(shown).eyes !== "one") {
    part(dialog, "eyes").replaceChildren(eyesChoice(view));
  } else {
    part(dialog, "eyes").replaceChildren();
  }
  let open = true;
  filmOf(deliverable, () => open, (share) => (facts.textContent = `Making a copy that browsers can play: ${Math.round(100 * share)}%`)).then((address) => {
    if (open) {
      facts.textContent = "";
      video.src = address;
    }
  }, (failure) => (facts.textContent = failure.message));
  const follow = () => {
    if (!open) {
      return;
    }
    view.draw();
    if (video.duration) {
      seek.value = video.currentTime / video.duration;
      time.textContent = `${clock(video.currentTime)} of ${clock(video.duration)}`;
    }
    requestAnimationFrame(follow);
  };
  video.addEventListener("loadeddata", () => {
    view.show(video, layoutOf(shown));
    host.dataset.shown = "1";
    follow();
  }, { once: true });
  video.addEventListener("error", () => {
    facts.textContent = "This browser cannot play the file; download it instead.";
  });
  play.textContent = "Play";
  play.onclick = () => {
    if (video.paused) {
      video.play();
    } else {
      video.pause();
    }
  };
  video.addEventListener("play", () => { play.textContent = "Pause"; });
  video.addEventListener("pause", () => { play.textContent = "Play"; });
  seek.oninput = () => {
    video.currentTime = seek.value * video.duration;
  };
  part(dialog, "again").hidden = flat || !mayFace(deliverable);
  part(dialog, "again").onclick = () => openAgain(deliverable, view.yaw).catch((failure) => (facts.textContent = failure.message));
  dialog.addEventListener("close", () => {
    open = false;
    video.pause();
    video.removeAttribute("src");
    video.load();
    view.close();
    delete host.dataset.shown;
  }, { once: true });
}
