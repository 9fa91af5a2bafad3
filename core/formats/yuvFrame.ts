/** A frame as clips hold it: light, then the two differences of colour at half the size, 8 bits each. */
export interface YuvFrame {
  readonly width: number;
  readonly height: number;
  /** planes one after the other (I420); those of colour have (width + 1) / 2 by (height + 1) / 2 values, rounded down */
  readonly data: Uint8Array<ArrayBuffer>;
}

/** Shares of red, green and blue in light (ITU-R BT.709-6, 3.2). */
const [RED, BLUE] = [0.2126, 0.0722];
const GREEN = 1 - RED - BLUE;
/** Codes of black, and how many up to white; of no colour, and how many on both sides (BT.709-6, 4.6, 8 bits). */
const [BLACK, LIGHT_RANGE, NO_COLOUR, COLOUR_RANGE] = [16, 219, 128, 224];

/**
 * Pixels as a frame of a clip by ITU-R BT.709-6, with its limited range, as every player takes it.
 * @param codes sRGB of 8 bits, four channels
 * @param size of the frame; what of the pixels lies beyond it is left out
 */
export function yuvFrame(
  codes: Uint8Array,
  across: number,
  { width, height }: { readonly width: number; readonly height: number },
): YuvFrame {
  const [columns, rows] = [(width + 1) >> 1, (height + 1) >> 1];
  const data = new Uint8Array(width * height + 2 * columns * rows);
  const at = (x: number, y: number) => 4 * (y * across + x);
  for (let y = 0, o = 0; y < height; y++)
    for (let x = 0, i = at(0, y); x < width; x++, i += 4)
      data[o++] =
        BLACK + (LIGHT_RANGE * (RED * codes[i]! + GREEN * codes[i + 1]! + BLUE * codes[i + 2]!)) / 255 + 0.5;
  for (let row = 0, o = width * height; row < rows; row++)
    for (let column = 0; column < columns; column++, o++) {
      const [r, g, b] = meanOfFour(codes, [
        at(2 * column, 2 * row),
        at(Math.min(2 * column + 1, width - 1), 2 * row),
        at(2 * column, Math.min(2 * row + 1, height - 1)),
        at(Math.min(2 * column + 1, width - 1), Math.min(2 * row + 1, height - 1)),
      ]);
      const light = RED * r + GREEN * g + BLUE * b;
      data[o] = colourCode((b - light) / (2 - 2 * BLUE));
      data[o + columns * rows] = colourCode((r - light) / (2 - 2 * RED));
    }
  return { width, height, data };
}

function meanOfFour(codes: Uint8Array, [p, q, r, s]: readonly [number, number, number, number]) {
  const mean = (c: number) => (codes[p + c]! + codes[q + c]! + codes[r + c]! + codes[s + c]!) / 4;
  return [mean(0), mean(1), mean(2)] as const;
}

const colourCode = (difference: number) => NO_COLOUR + (COLOUR_RANGE * difference) / 255 + 0.5;
