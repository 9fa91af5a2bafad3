import { decodeSrgb, encodeSrgb } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';

/**
 * The plain ways of dyeing: a colour multiplied into the encoded values, or screened over them.
 * @param colour linear sRGB
 * @see W3C Compositing and Blending Level 1, multiply and screen
 */
export function dyePlainly(
  way: 'darken' | 'lighten',
  colour: Triple,
): (pixels: Float32Array, count: number) => void {
  const encoded = colour.map((channel) => encodeSrgb(Math.min(1, channel)));
  return (pixels, count) => {
    for (let p = 0; p < 3 * count; p++) {
      const under = encodeSrgb(Math.min(1, Math.max(0, pixels[p]!)));
      const over = encoded[p % 3]!;
      pixels[p] = decodeSrgb(way === 'darken' ? under * over : under + over - under * over);
    }
  };
}
