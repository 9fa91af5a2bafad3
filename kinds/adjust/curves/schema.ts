import { z } from 'zod';

const code = z.number().min(0).max(255);
const rgb8 = z.tuple([code, code, code]);
/** in and out, 8-bit codes */
const point = z.tuple([code, code]);

/** Pairs of one step, at most. */
export const MOST_PAIRS = 12;
/** of each curve */
export const MOST_POINTS = 12;

/** The parameters of a step or mark of this kind. */
export const curvesParameters = z.strictObject({
  /** what is read and what it is to be, 8-bit sRGB */
  pairs: z.array(z.strictObject({ name: z.string().max(40), from: rgb8, to: rgb8 })).max(MOST_PAIRS),
  /** further points of each curve, set by hand */
  points: z.strictObject({
    red: z.array(point).max(MOST_POINTS),
    green: z.array(point).max(MOST_POINTS),
    blue: z.array(point).max(MOST_POINTS),
  }),
});
export type CurvesParameters = z.infer<typeof curvesParameters>;

/** Changes no pixel. */
export const NEUTRAL: CurvesParameters = { pairs: [], points: { red: [], green: [], blue: [] } };
