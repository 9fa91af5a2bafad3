import { sharesOf } from '../raster/coverage8';
import type { Triple } from '../colour/triple';
import type { Rung } from '../document/schema';
import { RUNGS } from '../document/schema';
import type { AreaInput } from './areaInput';
import { areaMean } from './areaMean';
import { measureRankedTrend } from './rankedTrend';
import type { RankedTrend } from './rankedTrend';
import { meanLinear } from './reading';
import { rungNumbers } from './rungNumbers';
import type { RungNumbers } from './rungNumbers';
import { rungSamples } from './rungs';
import { oklabPlanes } from './trend';

/** What a part lends to another: its mean, its colours from dark to light, and the numbers of its rungs. */
export interface PartColours {
  /** linear sRGB */
  readonly mean: Triple;
  readonly rows: RankedTrend;
  readonly rungs: Readonly<Record<Rung, RungNumbers>>;
}

/** @returns undefined when the area holds next to nothing */
export function measurePartColours({
  pixels,
  coverage,
}: Pick<AreaInput, 'pixels' | 'coverage'>): PartColours | undefined {
  const mean = areaMean(pixels, coverage);
  const samples = rungSamples(pixels, coverage);
  const rows = measureRankedTrend({
    planes: oklabPlanes(pixels.data),
    weights: sharesOf(coverage.data),
  });
  if (!mean || !rows || RUNGS.some((rung) => samples[rung].length === 0)) return undefined;
  const numbers = (rung: Rung) => rungNumbers(meanLinear(samples[rung]));
  return {
    mean,
    rows,
    rungs: { light: numbers('light'), middle: numbers('middle'), shade: numbers('shade') },
  };
}
