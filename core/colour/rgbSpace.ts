import { invertMatrix, srgbFromPrimaries } from './adaptation';
import type { SrgbMatrix } from './adaptation';
import { mapIntoGamut, mapIntoSrgbGamut } from './gamut';
import { decodeSrgb } from './transfer';
import type { Triple } from './triple';

/** The greatest code of 16 bits. */
export const MOST_CODE16 = 65_535;

/** Light 0..1 of the codes 0..65535 of red, green and blue; rises, and is often one table thrice. */
export type ChannelLight = readonly [Float32Array, Float32Array, Float32Array];

/** How the numbers of an RGB picture are to be read: light by code, and what its primaries are. */
export interface RgbSpace {
  readonly name: string;
  readonly light: ChannelLight;
  /** linear light of these primaries to linear sRGB; undefined where they are those of sRGB */
  readonly toSrgb: SrgbMatrix | undefined;
}

/** What the numbers of a written file mean. */
export const WRITTEN_SPACES = ['own', 'srgb', 'display-p3'] as const;
/** One of them: the photo's own, or a standard one. */
export type WrittenSpace = (typeof WRITTEN_SPACES)[number];

/** A space with one curve for all channels. @param decode code 0..1 to light 0..1 */
export function rgbSpace(
  name: string,
  decode: (code: number) => number,
  toSrgb: SrgbMatrix | undefined,
): RgbSpace {
  const table = Float32Array.from({ length: MOST_CODE16 + 1 }, (_, code) => decode(code / MOST_CODE16));
  return { name, light: [table, table, table], toSrgb };
}

/** Chromaticities of Display P3 (SMPTE EG 432-1 with the white D65). */
export const DISPLAY_P3_PRIMARIES = {
  white: [0.3127, 0.329],
  red: [0.68, 0.32],
  green: [0.265, 0.69],
  blue: [0.15, 0.06],
} as const;

/** Light of a code, ITU-R BT.2020-2, table 4, where its curve is that of BT.709. */
function decodeRec2020(code: number): number {
  const [alpha, beta] = [1.09929682680944, 0.018053968510807];
  return code < 4.5 * beta ? code / 4.5 : ((code + alpha - 1) / alpha) ** (1 / 0.45);
}

/** Chromaticities of ITU-R BT.2020-2, table 3. */
const REC2020_PRIMARIES = {
  white: [0.3127, 0.329],
  red: [0.708, 0.292],
  green: [0.17, 0.797],
  blue: [0.131, 0.046],
} as const;

let srgb: RgbSpace | undefined;
let displayP3: RgbSpace | undefined;
let rec2020: RgbSpace | undefined;

/** IEC 61966-2-1. */
export function srgbSpace(): RgbSpace {
  return (srgb ??= rgbSpace('sRGB', decodeSrgb, undefined));
}

/** The primaries of Display P3 with the curve of sRGB. */
export function displayP3Space(): RgbSpace {
  return (displayP3 ??= rgbSpace('Display P3', decodeSrgb, srgbFromPrimaries(DISPLAY_P3_PRIMARIES)));
}

/** ITU-R BT.2020-2: its primaries hold nearly all that cameras see. */
export function rec2020Space(): RgbSpace {
  return (rec2020 ??= rgbSpace('Rec. 2020', decodeRec2020, srgbFromPrimaries(REC2020_PRIMARIES)));
}

const tables8 = new WeakMap<Float32Array, Float32Array>();

/** Light by code for pixels of 8 bits: every 257th of the table of 16. */
export function lightOfBytes(light: Float32Array): Float32Array {
  let table = tables8.get(light);
  if (!table)
    tables8.set(light, (table = Float32Array.from({ length: 256 }, (_, code) => light[257 * code]!)));
  return table;
}

/** Steps of light between which a search for a code begins. */
const GUIDE_STEPS = 4096;
const guides = new WeakMap<Float32Array, Uint16Array>();

/** For each step of light the last code that is not beyond it. */
function guideOf(light: Float32Array): Uint16Array {
  let guide = guides.get(light);
  if (guide) return guide;
  guide = new Uint16Array(GUIDE_STEPS + 1);
  for (let step = 0, code = 0; step <= GUIDE_STEPS; step++) {
    while (code + 1 < light.length && light[code + 1]! * GUIDE_STEPS <= step) code++;
    guide[step] = code;
  }
  guides.set(light, guide);
  return guide;
}

/**
 * The code whose light is nearest.
 * @param light a rising table
 * @param guide of the table
 * @param value clipped to what the table holds
 */
function codeOfLight(light: Float32Array, guide: Uint16Array, value: number): number {
  const last = light.length - 1;
  if (!(value > light[0]!)) return 0;
  if (value >= light[last]!) return last;
  const step = Math.min(GUIDE_STEPS - 1, (value * GUIDE_STEPS) | 0);
  let low = guide[step]!;
  let high = Math.min(last, guide[step + 1]! + 1);
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (light[middle]! <= value) low = middle;
    else high = middle;
  }
  return value - light[low]! < light[high]! - value ? low : high;
}

/** Writes linear sRGB as codes of a space. */
export class RgbEncoder {
  readonly #fromSrgb: SrgbMatrix | undefined;
  readonly #light: ChannelLight;

  constructor(space: RgbSpace, depth: 8 | 16) {
    this.#fromSrgb = space.toSrgb && invertMatrix(space.toSrgb);
    this.#light = depth === 16 ? space.light : (space.light.map(lightOfBytes) as unknown as ChannelLight);
  }

  /**
   * @param pixels interleaved linear sRGB
   * @param out receives three codes a pixel, or four of which the last is opaque
   */
  encode(pixels: Float32Array, out: Uint8Array | Uint16Array, channels: 3 | 4): void {
    const [red, green, blue] = this.#light;
    const [redGuide, greenGuide, blueGuide] = [guideOf(red), guideOf(green), guideOf(blue)];
    if (channels === 4) out.fill(red.length - 1);
    for (let p = 0, o = 0; p < pixels.length; p += 3, o += channels) {
      const srgb: Triple = [pixels[p]!, pixels[p + 1]!, pixels[p + 2]!];
      const colour = this.#fromSrgb ? mapIntoGamut(srgb, this.#fromSrgb) : mapIntoSrgbGamut(srgb);
      out[o] = codeOfLight(red, redGuide, colour[0]);
      out[o + 1] = codeOfLight(green, greenGuide, colour[1]);
      out[o + 2] = codeOfLight(blue, blueGuide, colour[2]);
    }
  }
}
