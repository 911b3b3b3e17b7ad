import { askJson } from "../../page/api.js";
import { element, part } from "../../page/parts.js";
import { backgroundJob } from "../sheet/job.js";
import { plain } from "../format.js";
import { seconds } from "../moment.js";
import { numberField } from "../numberField.js";

/** How sure a recording's place is, in words. */
export const placeOf = ({ verdict }) => ({
  sure: "Placed by sound: it fits the lenses’ all along.",
  check: "Placed by sound, with a doubt: listen to it beside a lens.",
  unsettled: "Its sound has nothing in common with the lenses’: type when it begins, or choose another file.",
})[verdict] ?? "Placed by hand, or lenses were moved since: listen to it beside a lens.";

const short = (file) => file.slice(file.lastIndexOf("/") + 1);

/** Sound that a recorder of its own made beside the lenses: chosen among the files beside the clips, and placed by what it shares with them. */
export function startRecording(root, store) {
  const { recording } = store.kept.recipe.sync;
  const said = part(root, "recording-said");
  const choice = part(root, "recording");
  const place = part(root, "place");
  const begin = backgroundJob(root, store, { stage: "sync", job: "recording" }, { button: place, idle: "Place it by sound", busy: "Comparing" });
  said.textContent = recording ? `${short(recording.file)}: ${placeOf(recording)}` : "Looking for files of sound beside the clips.";
  place.hidden = true;
  part(root, "drop").hidden = !recording;
  part(root, "drop").addEventListener("click", () => {
    const { recording: gone, ...rest } = store.kept.recipe.sync;
    store.keep(`Remove the recording ${short(gone.file)}`, { sync: rest });
  });
  place.addEventListener("click", () => begin({ file: choice.value }));
  if (recording) {
    showOffset(root, store, recording);
  }
  askJson(`${store.path}/revisions/${store.kept.revision}/recordings`).then((offers) => {
    choice.parentElement.hidden = offers.length === 0;
    place.hidden = offers.length === 0;
    choice.replaceChildren(...offers.map(({ file, holds }) => element("option", { value: file }, short(file))));
    choice.value = recording && offers.some(({ file }) => file === recording.file) ? recording.file : offers[0]?.file;
    const tell = () => (part(root, "recording-holds").textContent = offers.find(({ file }) => file === choice.value)?.holds ?? "");
    choice.addEventListener("change", tell);
    tell();
    if (!recording) {
      said.textContent = offers.length ? "A recorder’s file can be placed here, and go along with what is handed over." : "None lies beside the clips. Bring one into the take’s folder, and it is offered here.";
    }
  }, (failure) => (said.textContent = failure.message));
}

function showOffset(root, store, recording) {
  const moved = (value) => {
    const { verdict, ...rest } = recording;
    return { ...store.kept.recipe.sync, recording: { ...rest, offset_seconds: value } };
  };
  part(root, "recording-offset").append(numberField({
    label: "It begins at", unit: "s", value: recording.offset_seconds, step: 0.001, decimals: 4, test: "recording-offset",
    parse: (text) => seconds(text, store.kept.rate),
    onInput: (value) => store.preview("sync", moved(value)),
    onDone: (value) => store.keep(`Start the recording at ${plain(value, 4)} s`, { sync: moved(value) }),
  }));
}
