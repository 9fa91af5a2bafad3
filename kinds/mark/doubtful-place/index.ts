import type { Plate } from '#core/raster/plate';
import { defineMark } from '#core/render/kinds';
import { COVERED_BY_PLATE } from '#core/render/plateMark';
import { doubtfulPlaceParameters } from './schema';
import type { DoubtfulPlaceParameters } from './schema';

/** A place that find was unsure of: it counts once somebody has said that it belongs to the other part. */
export const doubtfulPlace = defineMark<DoubtfulPlaceParameters, Plate | undefined>({
  id: 'doubtful-place',
  label: 'doubtful place',
  version: 1,
  parameters: doubtfulPlaceParameters,
  carry: 'anew',
  describe: ({ may }) => `${may.replace('-', ', ')} by your word`,
  migrations: {},
  ...COVERED_BY_PLATE,
});
