/** Per pixel of a grid: mask = red * r + green * g + blue * b + offset, for a guide r, g, b. */
export interface GuidedCoefficients {
  readonly width: number;
  readonly height: number;
  /** interleaved red, green, blue, offset */
  readonly data: Float32Array;
}

/** What the filter needs of the guide alone: its means and the inverse of its covariance in each window. */
export interface PreparedGuide {
  readonly width: number;
  readonly height: number;
  readonly radius: number;
  readonly planes: readonly [Float32Array, Float32Array, Float32Array];
  readonly means: readonly [Float32Array, Float32Array, Float32Array];
  /** interleaved rr, rg, rb, gg, gb, bb */
  readonly inverse: Float32Array;
}

/**
 * @param guide interleaved r, g, b about 0..1
 * @param radius of the window in pixels
 * @param epsilon smoothness, in squared units of the guide
 */
export function prepareGuide(guide: Float32Array, width: number, height: number, radius: number, epsilon: number): PreparedGuide {
  const count = width * height;
  const planes = splitPlanes(guide, count), [r, g, b] = planes;
  const mean = (plane: Float32Array) => boxMean(plane, width, height, radius);
  const means = [mean(r), mean(g), mean(b)] as const, [meanR, meanG, meanB] = means;
  const rr = mean(product(r, r)), rg = mean(product(r, g)), rb = mean(product(r, b));
  const gg = mean(product(g, g)), gb = mean(product(g, b)), bb = mean(product(b, b));
  const inverse = new Float32Array(count * 6);
  for (let i = 0, o = 0; i < count; i++, o += 6) {
    const mr = meanR[i]!, mg = meanG[i]!, mb = meanB[i]!;
    const a = rr[i]! - mr * mr + epsilon, d = gg[i]! - mg * mg + epsilon, f = bb[i]! - mb * mb + epsilon;
    const u = rg[i]! - mr * mg, v = rb[i]! - mr * mb, w = gb[i]! - mg * mb;
    const first = d * f - w * w, second = v * w - u * f, third = u * w - v * d;
    const scale = 1 / (a * first + u * second + v * third);
    inverse[o] = first * scale;
    inverse[o + 1] = second * scale;
    inverse[o + 2] = third * scale;
    inverse[o + 3] = (a * f - v * v) * scale;
    inverse[o + 4] = (u * v - a * w) * scale;
    inverse[o + 5] = (a * d - u * u) * scale;
  }
  return { width, height, radius, planes, means, inverse };
}

/**
 * Fits a mask as a local linear function of a colour guide, so that it takes the guide's edges and can
 * be evaluated at any finer resolution.
 * @param mask 0..1, of the guide's size
 * @see He, Sun, Tang 2013, "Guided image filtering"; He and Sun 2015, "Fast guided filter"
 */
export function guidedCoefficients({ width, height, radius, planes: [r, g, b], means: [meanR, meanG, meanB], inverse }: PreparedGuide, mask: Float32Array): GuidedCoefficients {
  const mean = (plane: Float32Array) => boxMean(plane, width, height, radius);
  const meanM = mean(mask), rm = mean(product(r, mask)), gm = mean(product(g, mask)), bm = mean(product(b, mask));
  const planes = [rm, gm, bm, meanM];
  for (let i = 0, o = 0; i < meanM.length; i++, o += 6) {
    const mr = meanR[i]!, mg = meanG[i]!, mb = meanB[i]!, mm = meanM[i]!;
    const x = rm[i]! - mr * mm, y = gm[i]! - mg * mm, z = bm[i]! - mb * mm;
    const red = inverse[o]! * x + inverse[o + 1]! * y + inverse[o + 2]! * z;
    const green = inverse[o + 1]! * x + inverse[o + 3]! * y + inverse[o + 4]! * z;
    const blue = inverse[o + 2]! * x + inverse[o + 4]! * y + inverse[o + 5]! * z;
    rm[i] = red;
    gm[i] = green;
    bm[i] = blue;
    meanM[i] = mm - red * mr - green * mg - blue * mb;
  }
  const data = new Float32Array(meanM.length * 4);
  planes.forEach((plane, channel) => {
    const smooth = mean(plane);
    for (let i = 0, o = channel; i < smooth.length; i++, o += 4) data[o] = smooth[i]!;
  });
  return { width, height, data };
}

function splitPlanes(interleaved: Float32Array, count: number): readonly [Float32Array, Float32Array, Float32Array] {
  const first = new Float32Array(count), second = new Float32Array(count), third = new Float32Array(count);
  for (let i = 0, p = 0; i < count; i++, p += 3) {
    first[i] = interleaved[p]!;
    second[i] = interleaved[p + 1]!;
    third[i] = interleaved[p + 2]!;
  }
  return [first, second, third];
}

function product(first: Float32Array, second: Float32Array): Float32Array {
  const out = new Float32Array(first.length);
  for (let i = 0; i < out.length; i++) out[i] = first[i]! * second[i]!;
  return out;
}

/** Mean over a square window, cut at the border: column sums run down the rows, a window runs along them. */
function boxMean(plane: Float32Array, width: number, height: number, radius: number): Float32Array {
  const out = new Float32Array(plane.length), sums = new Float64Array(width + 1);
  for (let row = 0; row < Math.min(radius, height); row++) addRow(sums, plane, row * width, width, 1);
  for (let row = 0; row < height; row++) {
    if (row + radius < height) addRow(sums, plane, (row + radius) * width, width, 1);
    if (row > radius) addRow(sums, plane, (row - radius - 1) * width, width, -1);
    const rows = Math.min(height - 1, row + radius) - Math.max(0, row - radius) + 1, start = row * width;
    let sum = 0, left = 0, right = -1;
    for (let column = 0; column < width; column++) {
      while (right < width - 1 && right < column + radius) sum += sums[++right]!;
      if (left < column - radius) sum -= sums[left++]!;
      out[start + column] = sum / (rows * (right - left + 1));
    }
  }
  return out;
}

function addRow(sums: Float64Array, plane: Float32Array, start: number, width: number, sign: number): void {
  for (let column = 0; column < width; column++) sums[column]! += sign * plane[start + column]!;
}
