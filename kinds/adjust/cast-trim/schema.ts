import { z } from 'zod';

/** The parameters of a step or mark of this kind. */
export const castTrimParameters = z.strictObject({
  /** hue of the family and half its width, OKLCh degrees */
  family: z.number().min(0).max(360),
  width: z.number().min(5).max(180),
  /** where it is pushed, OKLCh degrees, and how far, as a share of the chroma that is there */
  toward: z.number().min(0).max(360),
  amount: z.number().min(0).max(1),
  /** chroma stays as it was instead of being washed out by the push */
  keepsSaturation: z.boolean(),
  /** darker (below 0) or lighter, stops for a fully saturated colour */
  depth: z.number().min(-2).max(2),
});
export type CastTrimParameters = z.infer<typeof castTrimParameters>;

/** Changes no pixel. */
export const NEUTRAL: CastTrimParameters = {
  family: 100,
  width: 60,
  toward: 0,
  amount: 0,
  keepsSaturation: true,
  depth: 0,
};
