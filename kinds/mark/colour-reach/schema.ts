import { z } from 'zod';

const coordinate = z.number().min(-200_000).max(200_000);
/** A further patch goes into a new mark. */
export const MOST_PATCHES = 40;
/** sides of a patch, pixels of the photo */
export const LEAST_PATCH = 1;

/** centre and sides in pixels of the photo; patches that do not take remove */
const patch = z.strictObject({
  x: coordinate,
  y: coordinate,
  width: z.number().min(LEAST_PATCH).max(20_000),
  height: z.number().min(LEAST_PATCH).max(20_000),
  takes: z.boolean(),
});

/** The parameters of a step or mark of this kind. */
export const colourReachParameters = z.strictObject({
  patches: z.array(patch).max(MOST_PATCHES),
  /**
   * how far beyond the patches' own colours is reached: OKLCh degrees, OKLab chroma in thousandths, CIELAB L*
   */
  hue: z.number().min(0).max(180),
  saturation: z.number().min(0).max(200),
  lightness: z.number().min(0).max(100),
  /** width of the soft end of each, as a share of it */
  soft: z.number().min(0).max(2),
});
export type ColourReachParameters = z.infer<typeof colourReachParameters>;
