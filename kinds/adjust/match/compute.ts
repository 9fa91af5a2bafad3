import { decodeSrgb, encodeSrgb } from '#core/colour/transfer';
import { measureRankedTrend } from '#core/measure/rankedTrend';
import { oklabGrid } from '#core/measure/oklabGrid';
import { monotoneCubic } from '#core/raster/monotoneCubic';
import type { AreaInput } from '#core/measure/areaInput';
import type { PixelKernel, StepInput } from '#core/render/kinds';
import { compileByLight, measureByLight } from './byLight';
import type { LightMeasures } from './byLight';
import { compileByRank, measureByRank } from './byRank';
import type { RankMeasures } from './byRank';
import type { MatchParameters } from './schema';

/**
 * By rank for the same part of another photo, by light for another place of the same photo; neither where an
 * area covers nothing.
 */
export interface MatchMeasures {
  readonly byRank?: RankMeasures | undefined;
  readonly byLight?: LightMeasures | undefined;
}

const MOST_PIXELS = 120_000;

/** What the area is to be brought to, by the other area, the trend or the pair of numbers. */
export function measureMatch(input: StepInput, { to }: MatchParameters): MatchMeasures {
  if (to.by === 'area') return { byLight: input.like && measureByLight(gridOf(input), gridOf(input.like)) };
  if (to.by === 'numbers') return {};
  const grid = gridOf(input);
  const own = measureRankedTrend(grid);
  return { byRank: own && measureByRank(grid, own, to.rows) };
}

const gridOf = (input: AreaInput) => oklabGrid(input, MOST_PIXELS);

/** The kernel that changes pixels; undefined when nothing would change. */
export function compileMatch(
  { to, light, colour }: MatchParameters,
  { byRank, byLight }: MatchMeasures,
): PixelKernel | undefined {
  if (to.by === 'numbers') return numbersKernel(to.from, to.to);
  if (light === 0 && colour === 0) return undefined;
  return byRank ? compileByRank(byRank, light, colour) : byLight && compileByLight(byLight, light, colour);
}

/** Places of a table of one channel, over the square root of light. */
const STEPS = 4096;

/** One curve per channel through black, the pair and white, on encoded values; the pair is met to a thousandth of a code. */
function numbersKernel(from: readonly number[], to: readonly number[]): PixelKernel | undefined {
  if (from.every((channel, c) => channel === to[c])) return undefined;
  const curves = from.map((channel, c) => throughBlackAndWhite(channel / 255, to[c]! / 255));
  const changed = (linear: number, c: number) => decodeSrgb(curves[c]!(encodeSrgb(linear)));
  const tables = curves.map((_, c) =>
    Float64Array.from({ length: STEPS + 2 }, (_, i) => changed((i / STEPS) ** 2, c)),
  );
  return (pixels, count) => {
    for (let c = 0; c < 3; c++) {
      const table = tables[c]!;
      for (let p = c; p < 3 * count; p += 3) {
        const linear = pixels[p]!;
        if (!(linear >= 0 && linear <= 1)) {
          pixels[p] = changed(linear, c);
          continue;
        }
        const place = STEPS * Math.sqrt(linear);
        const step = place | 0;
        pixels[p] = table[step]! + (place - step) * (table[step + 1]! - table[step]!);
      }
    }
  };
}

function throughBlackAndWhite(from: number, to: number): (encoded: number) => number {
  if (from <= 0 || from >= 1) return (encoded) => encoded;
  const curve = monotoneCubic([0, from, 1], [0, to, 1]);
  return (encoded) => (encoded < 0 || encoded > 1 ? encoded : curve(encoded));
}
