import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '../colour/oklab';
import { monotoneCubic } from '../raster/monotoneCubic';
import type { RankedTrend } from './rankedTrend';

/** How a colour moves from one ranked trend to another: lightness by rank, colour with its residual kept. */
export interface TrendWay {
  /** lightness there of a lightness here */
  readonly light: (lightness: number) => number;
  /** a and b of the own trend over lightness here, and of the other over lightness there */
  readonly own: readonly [(lightness: number) => number, (lightness: number) => number];
  readonly other: readonly [(lightness: number) => number, (lightness: number) => number];
}

/** The way from one part’s colours to another’s, by the ranks of their lightness. */
export function wayBetween(own: RankedTrend, other: RankedTrend): TrendWay {
  const count = Math.min(own.length, other.length);
  const pick = (rows: RankedTrend) =>
    rising(Array.from({ length: count }, (_, i) => rows[Math.round((i * (rows.length - 1)) / (count - 1))]!));
  const here = pick(own);
  const there = pick(other);
  const xs = here.map(([lightness]) => lightness);
  const ys = there.map(([lightness]) => lightness);
  const curve = (rows: RankedTrend, channel: 1 | 2) =>
    monotoneCubic(
      rows.map(([lightness]) => lightness),
      rows.map((row) => row[channel]),
    );
  const ends = xs.at(-1)! < 1 ? { xs: [1], ys: [Math.max(1, ys.at(-1)!)] } : { xs: [], ys: [] };
  return {
    light: monotoneCubic([0, ...xs, ...ends.xs], [0, ...ys, ...ends.ys]),
    own: [curve(here, 1), curve(here, 2)],
    other: [curve(there, 1), curve(there, 2)],
  };
}

/** Rows whose lightness rises from row to row, above black, as those of another photo need not. */
function rising(rows: RankedTrend): RankedTrend {
  let least = 0;
  return rows.map(([lightness, a, b]) => [(least = Math.max(lightness, least + 1e-4)), a, b]);
}

/**
 * Moves a pixel along the way, in place.
 * @param pixels interleaved linear sRGB @param p of its red
 * @param shares how far lightness and colour go, 0 not at all, 1 all the way
 */
export function goAlong(
  { light: lightThere, own, other }: TrendWay,
  pixels: Float32Array,
  p: number,
  { light, tint }: { readonly light: number; readonly tint: number },
): void {
  const [lightness, a, b] = convertSrgbLinearToOklab([pixels[p]!, pixels[p + 1]!, pixels[p + 2]!]);
  const there = lightThere(lightness);
  const level = lightness + light * (there - lightness);
  const ratio = lightness > 1e-4 ? level / lightness : 1;
  const towardA = other[0](there) - own[0](lightness) * ratio;
  const towardB = other[1](there) - own[1](lightness) * ratio;
  const out = convertOklabToSrgbLinear([level, a * ratio + tint * towardA, b * ratio + tint * towardB]);
  pixels[p] = out[0];
  pixels[p + 1] = out[1];
  pixels[p + 2] = out[2];
}
