/**
 * The moments at which a curve is highest, the highest first; those that lie nearer to each other are one.
 * @param {[number, number][]} points time in seconds, and value
 * @param {number} apart seconds
 * @returns {number[]} times
 */
export function worstMoments(points, apart) {
  const found = [];
  for (const [time] of points.toSorted((a, b) => b[1] - a[1])) {
    if (found.every((other) => Math.abs(other - time) >= apart)) {
      found.push(time);
    }
  }
  return found;
}
