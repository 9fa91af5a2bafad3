/** A colour function as a table: results at the nodes of a cube whose axes are the square roots of linear light. */
export interface Lut3d {
  /** nodes along each axis */
  readonly size: number;
  /** interleaved signed square roots of linear red, green, blue; red varies fastest */
  readonly data: Float32Array;
}

/**
 * Tabulates a function of colour.
 * @param evaluate changes interleaved linear sRGB in place
 */
export function tabulate(evaluate: (pixels: Float32Array, count: number) => void, size: number): Lut3d {
  const data = new Float32Array(size ** 3 * 3);
  for (let blue = 0, p = 0; blue < size; blue++) {
    for (let green = 0; green < size; green++) {
      for (let red = 0; red < size; red++, p += 3) {
        data[p] = (red / (size - 1)) ** 2;
        data[p + 1] = (green / (size - 1)) ** 2;
        data[p + 2] = (blue / (size - 1)) ** 2;
      }
    }
  }
  evaluate(data, size ** 3);
  for (let i = 0; i < data.length; i++) data[i] = data[i]! < 0 ? -Math.sqrt(-data[i]!) : Math.sqrt(data[i]!);
  return { size, data };
}

/**
 * Looks colours up, tetrahedral interpolation. Only for colours inside the cube.
 * @param pixels interleaved linear sRGB, each channel 0..1; overwritten
 * @see Sakamoto and Itooka 1981, US patent 4275413, for the six tetrahedra
 */
export function lookUp({ size, data }: Lut3d, pixels: Float32Array, count: number): void {
  const scale = size - 1, last = size - 2, down = 3 * size, deep = 3 * size * size;
  for (let p = 0; p < 3 * count; p += 3) {
    const x = Math.sqrt(pixels[p]!) * scale, y = Math.sqrt(pixels[p + 1]!) * scale, z = Math.sqrt(pixels[p + 2]!) * scale;
    const i = x >= last ? last : x | 0, j = y >= last ? last : y | 0, k = z >= last ? last : z | 0;
    const r = x - i, g = y - j, b = z - k, near = 3 * i + down * j + deep * k, far = near + 3 + down + deep;
    // The way from the near corner to the far one goes along the axes in the order of their shares.
    let first = near + 3, second = first + down, most = r, middle = g, least = b;
    if (r >= g) {
      if (g < b) {
        if (r >= b) {
          second = first + deep;
          middle = b;
          least = g;
        } else {
          first = near + deep;
          second = first + 3;
          most = b;
          middle = r;
          least = g;
        }
      }
    } else if (r >= b) {
      first = near + down;
      second = first + 3;
      most = g;
      middle = r;
    } else if (g >= b) {
      first = near + down;
      second = first + deep;
      most = g;
      middle = b;
      least = r;
    } else {
      first = near + deep;
      second = first + down;
      most = b;
      least = r;
    }
    const w0 = 1 - most, w1 = most - middle, w2 = middle - least;
    const red = w0 * data[near]! + w1 * data[first]! + w2 * data[second]! + least * data[far]!;
    const green = w0 * data[near + 1]! + w1 * data[first + 1]! + w2 * data[second + 1]! + least * data[far + 1]!;
    const blue = w0 * data[near + 2]! + w1 * data[first + 2]! + w2 * data[second + 2]! + least * data[far + 2]!;
    pixels[p] = red < 0 ? -red * red : red * red;
    pixels[p + 1] = green < 0 ? -green * green : green * green;
    pixels[p + 2] = blue < 0 ? -blue * blue : blue * blue;
  }
}
