/**
 * Seconds as people write them: 1.25, 1.25 s, 480 ms, 12 f or 12 frames, 0:01:12 or 00:00:01:12 with frames last; NaN for none.
 * @param {string} text
 * @param {number} rate frames a second
 */
export function seconds(text, rate) {
  const plain = text.trim().replace(",", ".");
  const sign = /^[-−]/.test(plain) ? -1 : 1;
  const size = plain.replace(/^[-−+]\s*/, "");
  const unit = size.match(/^(\d*\.?\d+)\s*(s|ms|f|fr|frames?)?$/i);
  if (unit) {
    const each = { m: 0.001, f: 1 / rate }[(unit[2] ?? "s")[0].toLowerCase()] ?? 1;
    return sign * Number(unit[1]) * each;
  }
  const code = size.match(/^(?:(\d+):)?(\d+):(\d{1,2})(?:[:;](\d{1,3}))$/);
  if (code && Number(code[4]) < Math.round(rate)) {
    const whole = Number(code[1] ?? 0) * 3600 + Number(code[2]) * 60 + Number(code[3]);
    return sign * (whole + Number(code[4]) / rate);
  }
  return NaN;
}

/**
 * Offsets by slot from a list, a line for each lens: its letter or the name of its file, then a moment.
 * @param {{slot: string, file: string}[]} clips
 * @returns {{offsets: Object<string, number>, wrong: string}} what is wrong with the first line that cannot be read, or nothing
 */
export function offsetList(text, clips, rate) {
  const offsets = {};
  for (const line of text.split(/\r?\n/).filter((each) => each.trim())) {
    const [, name, moment] = line.trim().match(/^(.+?)[\s,;=]+([-−+]?[\d.:;,]+\s*[a-z]*)$/i) ?? [];
    const file = (clip) => clip.file.split("/").at(-1);
    const found = clips.filter((clip) => name && (clip.slot.toLowerCase() === name.toLowerCase() || file(clip) === name || file(clip).replace(/\.[^.]*$/, "") === name));
    const at = moment ? seconds(moment, rate) : NaN;
    if (found.length === 0 || Number.isNaN(at)) {
      const why = found.length === 0 ? "names no lens of this take" : "has no moment that can be read";
      return { offsets: {}, wrong: `“${line.trim()}” ${why}.` };
    }
    found.forEach((clip) => (offsets[clip.slot] = Number(at.toFixed(6))));
  }
  return { offsets, wrong: Object.keys(offsets).length ? "" : "There is no line yet." };
}
