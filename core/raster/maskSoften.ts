const PASSES = 3;

/**
 * Softens a mask: three extended box filters whose variance is that of a Gaussian.
 * Beyond the border the edge value goes on.
 * @param mask one value per pixel; overwritten
 * @param sigma standard deviation in pixels of this raster; 0 changes nothing
 * @see Gwosdek and others 2011, "Theoretical foundations of Gaussian convolution by extended box filtering"
 */
export function maskSoften(mask: Float32Array, width: number, height: number, sigma: number): void {
  if (sigma <= 0) return;
  const variance = (12 * sigma * sigma) / PASSES;
  const radius = Math.floor((Math.sqrt(variance + 1) - 1) / 2);
  const whole = 2 * radius + 1;
  const edge = ((whole * (radius * (radius + 1) - (3 * sigma * sigma) / PASSES)) / (6 * ((sigma * sigma) / PASSES - (radius + 1) ** 2)));
  const scratch = new Float32Array(Math.max(width, height));
  for (let pass = 0; pass < PASSES; pass++) {
    for (let row = 0; row < height; row++) boxLine(mask, row * width, 1, width, radius, edge, scratch);
    for (let column = 0; column < width; column++) boxLine(mask, column, width, height, radius, edge, scratch);
  }
}

/** One extended box: full weight within `radius`, weight `edge` on the next pixel at both ends. */
function boxLine(data: Float32Array, start: number, stride: number, length: number, radius: number, edge: number, scratch: Float32Array): void {
  for (let i = 0; i < length; i++) scratch[i] = data[start + i * stride]!;
  const at = (i: number) => scratch[i < 0 ? 0 : i >= length ? length - 1 : i]!;
  const total = 2 * radius + 1 + 2 * edge;
  let sum = 0;
  for (let i = -radius; i <= radius; i++) sum += at(i);
  for (let i = 0; i < length; i++) {
    data[start + i * stride] = (sum + edge * (at(i - radius - 1) + at(i + radius + 1))) / total;
    sum += at(i + radius + 1) - at(i - radius);
  }
}
