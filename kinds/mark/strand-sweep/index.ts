import { moveStrokes } from '#core/document/strokes';
import { rasterisePlate } from '#core/raster/plate';
import { NOWHERE, boundsOfRegion } from '#core/raster/raster';
import { defineMark } from '#core/render/kinds';
import { sweepStrands } from '#core/segment/strandSweep';
import type { SweptStrands } from '#core/segment/strandSweep';
import { strandSweepDrawing } from './drawing';
import { strandSweepParameters } from './schema';
import type { StrandSweepParameters } from './schema';

/** Along a swept edge single strands take the place of what the marks before it gave. */
export const strandSweep = defineMark<StrandSweepParameters, SweptStrands | undefined>({
  id: 'strand-sweep',
  label: 'strand sweep',
  version: 1,
  parameters: strandSweepParameters,
  drawing: strandSweepDrawing,
  carry: (parameters, move) => ({ ...parameters, strokes: moveStrokes(parameters.strokes, move) }),
  describe: ({ strokes }) => (strokes.length < 2 ? 'strand sweep' : `${strokes.length} sweeps`),
  migrations: {},
  looksBack: true,
  prepare: ({ strokes }, { pyramid, before }) =>
    sweepStrands(
      pyramid,
      strokes.filter(({ takes }) => takes),
      before,
    ),
  bounds: (swept) => (swept ? boundsOfRegion(swept.coverage.region) : NOWHERE),
  rasterise: (swept, region, out, { sample }) => {
    if (swept) rasterisePlate(swept.coverage, region, sample, out);
  },
  weigh: (swept, region, out, { sample }) => {
    if (swept) rasterisePlate(swept.weight, region, sample, out);
  },
});
