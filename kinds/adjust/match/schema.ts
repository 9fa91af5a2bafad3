import { z } from 'zod';

const rgb8 = z.tuple([z.number().min(0).max(255), z.number().min(0).max(255), z.number().min(0).max(255)]);
/** OKLab of the part at equal steps of its lightness ranks, dark to light */
const trendRow = z.tuple([
  z.number().min(0).max(1.2),
  z.number().min(-0.5).max(0.5),
  z.number().min(-0.5).max(0.5),
]);

export const matchParameters = z.strictObject({
  /** what the area is brought to: one colour for another, another area of the photo, or a trend taken from elsewhere */
  to: z.discriminatedUnion('by', [
    z.strictObject({ by: z.literal('numbers'), from: rgb8, to: rgb8 }),
    z.strictObject({ by: z.literal('area'), areaId: z.string().min(1).max(64).nullable() }),
    z.strictObject({
      by: z.literal('trend'),
      name: z.string().max(120),
      rows: z.array(trendRow).min(2).max(64),
    }),
  ]),
  /** how far lightness and colour are brought there, 0..1 */
  light: z.number().min(0).max(1),
  colour: z.number().min(0).max(1),
});
export type MatchParameters = z.infer<typeof matchParameters>;
export type TrendRow = z.infer<typeof trendRow>;
