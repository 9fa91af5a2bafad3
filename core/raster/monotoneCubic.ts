/**
 * A smooth curve through points that never overshoots them, constant beyond its ends.
 * @param xs strictly increasing, at least one
 * @param ys as many values
 * @see Fritsch and Carlson 1980, "Monotone piecewise cubic interpolation"
 */
export function monotoneCubic(xs: readonly number[], ys: readonly number[]): (x: number) => number {
  const count = xs.length;
  if (count === 0 || ys.length !== count)
    throw new RangeError('a curve needs as many values as places, and one at least');
  const slopes = xs.slice(1).map((x, i) => (ys[i + 1]! - ys[i]!) / (x - xs[i]!));
  const tangents = ys.map((_, i) => {
    if (i === 0) return slopes[0] ?? 0;
    if (i === count - 1) return slopes[i - 1]!;
    return slopes[i - 1]! * slopes[i]! <= 0 ? 0 : (slopes[i - 1]! + slopes[i]!) / 2;
  });
  slopes.forEach((slope, i) => {
    if (slope === 0) {
      tangents[i] = tangents[i + 1] = 0;
      return;
    }
    const reach = Math.hypot(tangents[i]! / slope, tangents[i + 1]! / slope);
    if (reach > 3) {
      tangents[i]! *= 3 / reach;
      tangents[i + 1]! *= 3 / reach;
    }
  });
  return (x) => {
    if (x <= xs[0]!) return ys[0]!;
    if (x >= xs[count - 1]!) return ys[count - 1]!;
    let i = 0;
    while (x > xs[i + 1]!) i++;
    const span = xs[i + 1]! - xs[i]!;
    const t = (x - xs[i]!) / span;
    const t2 = t * t;
    const t3 = t2 * t;
    return (
      (2 * t3 - 3 * t2 + 1) * ys[i]! +
      (t3 - 2 * t2 + t) * span * tangents[i]! +
      (3 * t2 - 2 * t3) * ys[i + 1]! +
      (t3 - t2) * span * tangents[i + 1]!
    );
  };
}
