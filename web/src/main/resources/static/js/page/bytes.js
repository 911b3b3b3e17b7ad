/** A file's size as people read it. */
export function bytes(count) {
  const units = ["B", "kB", "MB", "GB", "TB"];
  let size = count;
  let unit = 0;
  while (size >= 1000 && unit < units.length - 1) {
    size /= 1000;
    unit++;
  }
  return `${unit === 0 ? size : size.toFixed(1)} ${units[unit]}`;
}
