import type { Plate } from '#core/raster/plate';
import { defineMark } from '#core/render/kinds';
import { COVERED_BY_PLATE } from '#core/render/plateMark';
import { pictureParameters } from './schema';
import type { PictureParameters } from './schema';

/** Coverage from a picture file. */
export const picture = defineMark<PictureParameters, Plate | undefined>({
  id: 'picture',
  label: 'picture',
  version: 1,
  parameters: pictureParameters,
  carry: 'anew',
  describe: ({ file }) => file,
  migrations: {},
  ...COVERED_BY_PLATE,
});
