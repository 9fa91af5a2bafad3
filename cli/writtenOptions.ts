import { z } from 'zod';
import { WRITTEN_SPACES } from '#core/colour/rgbSpace';
import { KEPT_METADATA } from '#core/formats/exif';
import { LONGEST_SIDE } from '#core/formats/inspectPhotoFile';
import { WRITTEN_BY_DEFAULT, WRITTEN_FORMATS } from '#core/formats/writtenFile';

const oneOf = (words: readonly string[]) => `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`;
const LONG_EDGE_HELP = `--long-edge is a whole number of pixels from 1 to ${LONGEST_SIDE}`;
const QUALITY_HELP = '--quality is a whole number from 1 to 100';

/** How a picture is written, as words of the command line. */
export const writtenOptions = {
  'format': z.enum(WRITTEN_FORMATS, `--format is ${oneOf(WRITTEN_FORMATS)}`).optional(),
  'quality': z.coerce
    .number(QUALITY_HELP)
    .int(QUALITY_HELP)
    .min(1, QUALITY_HELP)
    .max(100, QUALITY_HELP)
    .default(WRITTEN_BY_DEFAULT.quality),
  'chroma': z.enum(['full', 'half'], '--chroma is full or half').default('full'),
  'profile': z
    .enum(WRITTEN_SPACES, `--profile is ${oneOf(WRITTEN_SPACES)}`)
    .default(WRITTEN_BY_DEFAULT.space),
  'metadata': z
    .enum(KEPT_METADATA, `--metadata is ${oneOf(KEPT_METADATA)}`)
    .default(WRITTEN_BY_DEFAULT.metadata),
  'long-edge': z.coerce
    .number(LONG_EDGE_HELP)
    .int(LONG_EDGE_HELP)
    .min(1, LONG_EDGE_HELP)
    .max(LONGEST_SIDE, LONG_EDGE_HELP)
    .optional(),
};
