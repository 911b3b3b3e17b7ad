import { part } from "../page/parts.js";

/** The parts of the dialog that say how a sound goes along, with the fields of a spec that they are, and what is usual. */
const FIELDS = { level: ["sound_level_db", 0], "fade-in": ["sound_fade_in", 0], "fade-out": ["sound_fade_out", 0], place: ["sound_place", "inside"] };

/** What the take's own recording is called where lenses have letters. */
export const RECORDING = "recording";

/** A sound in the list of them. */
export const soundName = (slot) => (slot === RECORDING ? "the recording beside" : `of lens ${slot}`);

/** Whose sound a spec asks for; nothing where it asks for none. */
export const soundIn = (spec) => (spec.sound_recording ? RECORDING : spec.sound_slot ?? "");

/** Whether a take has a sound of that name. */
export const hasSound = ({ clips, recipe }, slot) =>
  (slot === RECORDING ? Boolean(recipe.sync?.recording) : clips.some((clip) => clip.slot === slot && clip.sound !== "none"));

export const SOUND_PARTS = Object.keys(FIELDS);

const some = (spec, wanted) => Object.fromEntries(Object.entries(spec).filter(([name]) => wanted(name)));
const ofSound = (name) => name.startsWith("sound_");

/** A spec with the sound of another one. */
export const withSoundOf = (spec, other) => ({ ...some(spec, (name) => !ofSound(name)), ...some(other, ofSound) });

/** What a spec says of a sound that is set so; what is usual is left out. */
export function soundOf(slot, values) {
  if (!slot) {
    return {};
  }
  const source = slot === RECORDING ? { sound_recording: true } : { sound_slot: slot };
  const said = Object.entries(FIELDS).filter(([name, [, usual]]) => values[name] !== usual);
  return { ...source, ...Object.fromEntries(said.map(([name, [field]]) => [field, values[name]])) };
}

/** The same of a spec whose pictures are images, which hold no sound. */
export const besideImages = (sound, images) => (images && soundIn(sound) ? { ...sound, sound_place: "beside" } : sound);

/** How clear a lens's sound is, in words. */
export const clarityOf = ({ clarity: { rangeDecibels, clipped } }) =>
  `${rangeDecibels.toFixed(0)} dB from quiet to loud${clipped > 0.001 ? `, ${(100 * clipped).toFixed(clipped < 0.1 ? 1 : 0)}% of it clipped` : ""}`;

/**
 * Level, fades and place of a sound, in the dialog that asks for deliverables.
 * @returns {{show: function(object): void, asked: function(): object}} {@code show} takes a spec's fields, {@code asked} gives them
 */
export function soundOptions(root) {
  const sound = part(root, "sound");
  const showFields = () => (part(root, "sound-fields").hidden = !sound.value);
  sound.addEventListener("change", showFields);
  const value = (name) => (name === "place" ? part(root, name).value : Number(part(root, name).value.replace(",", ".")));
  return {
    /** What a codec leaves no choice of is not asked. */
    besideOnly: (only) => {
      part(root, "place-field").hidden = Boolean(only);
      part(root, "place-said").hidden = !only;
    },
    /** Says which lens's sound is the clearest, and of each how clear it is. */
    tell: (clearest) => {
      for (const option of sound.options) {
        const rank = clearest.findIndex(({ slot }) => slot === option.value);
        if (rank >= 0) {
          option.textContent = `${soundName(option.value)}${rank === 0 && clearest.length > 1 ? ", the clearest" : ""}`;
          option.title = clarityOf(clearest[rank]);
        }
      }
    },
    show: (spec) => {
      for (const [name, [field, usual]] of Object.entries(FIELDS)) {
        part(root, name).value = spec[field] ?? usual;
      }
      showFields();
    },
    asked: () => soundOf(sound.value, Object.fromEntries(SOUND_PARTS.map((name) => [name, value(name)]))),
  };
}
