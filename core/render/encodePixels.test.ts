import { describe, expect, it } from 'vitest';
import { convertSrgbLinearToOklab } from '../colour/oklab';
import { SRGB8_TO_LINEAR } from '../colour/transfer';
import type { Triple } from '../colour/triple';
import { RgbEncoder, displayP3Space } from '../colour/rgbSpace';
import { encodePixels, encodeWidePixels } from './encodePixels';

const encode = (...pixels: number[]) => {
  const out = new Uint8Array((pixels.length / 3) * 4);
  encodePixels(Float32Array.from(pixels), out);
  return [...out];
};

describe('pixels as 8-bit codes', () => {
  // IEC 61966-2-1: 0.5 is 0.73536 encoded (code 187.5), 0.2158605 is code 128, 0.0003035 is code 1.
  it('have the codes of the standard, and are opaque', () => {
    expect(encode(0, 0.2158605, 1)).toEqual([0, 128, 255, 255]);
    const [middle] = encode(0.5, 0.5, 0.5);
    expect([187, 188]).toContain(middle);
    expect(encode(0.0003035, 0, 0)[0]).toBe(1);
  });

  it('lose chroma beyond the gamut, not hue', () => {
    const wanted = [1.1, 0.25, 0.1] as const;
    const codes = encode(...wanted).slice(0, 3);
    const linear = codes.map((code) => SRGB8_TO_LINEAR[code]!) as unknown as Triple;
    const hueOf = ([, a, b]: readonly number[]) => Math.atan2(b!, a!);
    expect(
      Math.abs(hueOf(convertSrgbLinearToOklab(linear)) - hueOf(convertSrgbLinearToOklab(wanted))),
    ).toBeLessThan(0.02);
    expect(encode(-0.2, -0.2, -0.2)).toEqual([0, 0, 0, 255]);
    expect(encode(3, 3, 3)).toEqual([255, 255, 255, 255]);
  });

  it('go where they are to go', () => {
    const out = new Uint8Array(12).fill(7);
    encodePixels(Float32Array.of(1, 1, 1), out, 4);
    expect([...out]).toEqual([7, 7, 7, 7, 255, 255, 255, 255, 7, 7, 7, 7]);
  });

  it('for a wider screen are those of a file in Display P3, and hold what sRGB does not', () => {
    const pixels = Float32Array.from({ length: 3 * 400 }, (_, i) => ((i * 7919) % 1301) / 1000 - 0.15);
    const [seen, written] = [new Uint8Array(1600), new Uint8Array(1600)];
    encodeWidePixels(pixels, seen);
    new RgbEncoder(displayP3Space(), 8).encode(pixels, written, 4);
    expect(Math.max(...seen.map((code, i) => Math.abs(code - written[i]!)))).toBeLessThanOrEqual(1);
    // The green primary of Display P3, as linear sRGB (from memory).
    const green = Float32Array.of(-0.2249, 1.0421, -0.0786);
    const [wide, narrow] = [new Uint8Array(4), new Uint8Array(4)];
    encodeWidePixels(green, wide);
    encodePixels(green, narrow);
    expect([wide[0]! < 12, wide[1]! > 252, wide[2]! < 12]).toEqual([true, true, true]);
    expect(narrow[0]! + narrow[2]!).toBeGreaterThan(20);
  });
});
