/** Parts of patterns that are filled in, and what each is. */
export const TOKENS = {
  project: "the project", take: "the take", clip: "the first lens's clip", folder: "the folder that its clips lie in", range: "the range",
  n: "1, 2 and so on", version: "the revision", spec: "the spec", framing: "the framing", width: "the picture's width", height: "its height", date: "today",
};

const tidy = (text) => text.replace(/[^\p{L}\p{N} ._()-]/gu, "").replace(/ {2,}/g, " ").replace(/^[^\p{L}\p{N}]+|[ .]+$/gu, "");

/** The tokens of a pattern that nobody knows. */
export const unknownIn = (pattern) => [...pattern.matchAll(/\{(\w*)\}/g)].map(([, key]) => key).filter((key) => !(key in TOKENS));

/** A pattern filled in, as files can be named; "deliverable" where nothing is left of it. */
export const filledIn = (pattern, values) => tidy(pattern.replace(/\{(\w+)\}/g, (all, key) => values[key] ?? "")) || "deliverable";

/** The same with what tells several files apart that would have one name. */
export function namesOf(pattern, files) {
  const telling = ["range", "spec", "n"];
  const named = (wanted) => files.map((values) => filledIn(wanted, values));
  const apart = (names) => new Set(names).size === names.length;
  let wanted = pattern;
  for (const token of telling) {
    const differ = new Set(files.map((values) => values[token])).size > 1;
    if (!apart(named(wanted)) && differ && !wanted.includes(`{${token}}`)) {
      wanted = `${wanted} {${token}}`;
    }
  }
  return named(wanted);
}

/** The name of a clip without its ending, and that of the folder it lies in. */
export function clipParts(file) {
  const parts = file.split("/");
  return { clip: parts.at(-1).replace(/\.[^.]+$/, ""), folder: parts.at(-2) ?? "" };
}
