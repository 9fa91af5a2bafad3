import type { Plate } from '#core/raster/plate';
import { defineMark } from '#core/render/kinds';
import { COVERED_BY_PLATE } from '#core/render/plateMark';
import { foundPartParameters } from './schema';
import type { FoundPartParameters } from './schema';

/** A part of a sitter, as it was found. */
export const foundPart = defineMark<FoundPartParameters, Plate | undefined>({
  id: 'found-part',
  label: 'found part',
  version: 1,
  parameters: foundPartParameters,
  carry: 'anew',
  describe: ({ part }) => `found ${part.replace('-', ', ')}`,
  migrations: {},
  ...COVERED_BY_PLATE,
});
