import { invertMatrix } from '../colour/adaptation';
import type { SrgbMatrix } from '../colour/adaptation';
import { mapIntoGamut, mapIntoSrgbGamut } from '../colour/gamut';
import { displayP3Space } from '../colour/rgbSpace';
import { RUN_PIXELS, runMemory } from '../loops/runMemory';
import type { RunMemory } from '../loops/runMemory';
import { clampUnit } from '../math/clamp';
import { SRGB8_OF_LINEAR, SRGB8_STEPS } from '../colour/transfer';
import type { Triple } from '../colour/triple';

/**
 * Linear light to 8-bit sRGB with opaque alpha; colours outside the gamut lose chroma, not channels.
 * @param pixels interleaved linear sRGB
 * @param out receives `channels` bytes per pixel
 * @param at byte of `out` to begin at
 */
export function encodePixels(
  pixels: Float32Array,
  out: Uint8Array | Uint8ClampedArray,
  at = 0,
  channels: 3 | 4 = 4,
): void {
  const memory = runMemory();
  if (memory) {
    for (let first = 0; 3 * first < pixels.length; first += RUN_PIXELS)
      encodeThere(memory, pixels.subarray(3 * first, 3 * (first + RUN_PIXELS)), out, {
        at: at + channels * first,
        channels,
      });
    return;
  }
  const codes = SRGB8_OF_LINEAR;
  for (let p = 0, o = at; p < pixels.length; p += 3, o += channels) {
    let red = pixels[p]!;
    let green = pixels[p + 1]!;
    let blue = pixels[p + 2]!;
    if (red < 0 || green < 0 || blue < 0 || red > 1 || green > 1 || blue > 1)
      [red, green, blue] = mapIntoSrgbGamut([red, green, blue]);
    out[o] = codes[(red * SRGB8_STEPS) | 0]!;
    out[o + 1] = codes[(green * SRGB8_STEPS) | 0]!;
    out[o + 2] = codes[(blue * SRGB8_STEPS) | 0]!;
    if (channels === 4) out[o + 3] = 255;
  }
}

/** By the compiled loop; what it leaves out lies beyond the gamut. */
function encodeThere(
  memory: RunMemory,
  run: Float32Array,
  out: Uint8Array | Uint8ClampedArray,
  { at, channels }: { readonly at: number; readonly channels: 3 | 4 },
): void {
  const { loops, pixels, codes, codeOf, places: outside } = memory;
  if (memory !== prepared) codeOf.set(SRGB8_OF_LINEAR);
  prepared = memory;
  const count = run.length / 3;
  if (!memory.holds(run)) pixels.set(run);
  const left = loops.encodeCodes(
    memory.holds(run) ? run.byteOffset : pixels.byteOffset,
    count,
    codeOf.byteOffset,
    SRGB8_STEPS,
    codes.byteOffset,
    channels,
    outside.byteOffset,
  );
  out.set(codes.subarray(0, channels * count), at);
  for (const place of outside.subarray(0, left)) {
    const colour = mapIntoSrgbGamut([run[3 * place]!, run[3 * place + 1]!, run[3 * place + 2]!]);
    for (let c = 0; c < channels; c++)
      out[at + channels * place + c] = c < 3 ? SRGB8_OF_LINEAR[(colour[c]! * SRGB8_STEPS) | 0]! : 255;
  }
}

/** Whose table of codes is filled. */
let prepared: RunMemory | undefined;

/** What a screen shows at most. */
export type ScreenSpace = 'srgb' | 'display-p3';

/** The same for a screen of a wider gamut: 8-bit Display P3. */
export function encodeWidePixels(pixels: Float32Array, out: Uint8Array | Uint8ClampedArray, at = 0): void {
  const codes = SRGB8_OF_LINEAR;
  const fromSrgb = wideFromSrgb();
  const [rr, rg, rb, gr, gg, gb, br, bg, bb] = fromSrgb as Nine;
  for (let p = 0, o = at; p < pixels.length; p += 3, o += 4) {
    const [x, y, z] = [pixels[p]!, pixels[p + 1]!, pixels[p + 2]!];
    let red = rr * x + rg * y + rb * z;
    let green = gr * x + gg * y + gb * z;
    let blue = br * x + bg * y + bb * z;
    if (red < 0 || green < 0 || blue < 0 || red > 1 || green > 1 || blue > 1)
      [red, green, blue] = mapIntoGamut([x, y, z], fromSrgb).map(clampUnit) as unknown as Triple;
    out[o] = codes[(red * SRGB8_STEPS) | 0]!;
    out[o + 1] = codes[(green * SRGB8_STEPS) | 0]!;
    out[o + 2] = codes[(blue * SRGB8_STEPS) | 0]!;
    out[o + 3] = 255;
  }
}

type Nine = readonly [number, number, number, number, number, number, number, number, number];

let matrix: SrgbMatrix | undefined;
/** Linear sRGB to linear Display P3. */
export const wideFromSrgb = () => (matrix ??= invertMatrix(displayP3Space().toSrgb!));
