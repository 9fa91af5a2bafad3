import { z } from 'zod';
import { isBodySkin } from '#core/document/partNames';
import type { OfferPlace } from '#core/offer/aptness';

const rgb8 = z.tuple([z.number().min(0).max(255), z.number().min(0).max(255), z.number().min(0).max(255)]);
/** OKLab of the part at equal steps of its lightness ranks, dark to light */
const trendRow = z.tuple([
  z.number().min(0).max(1.2),
  z.number().min(-0.5).max(0.5),
  z.number().min(-0.5).max(0.5),
]);

/** The parameters of a step or mark of this kind. */
export const matchParameters = z.strictObject({
  /**
   * what the area is brought to: one colour for another, another area of the photo, or a trend taken from
   * elsewhere
   */
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

/** Changes no pixel. */
export const NEUTRAL: MatchParameters = { to: { by: 'area', areaId: null }, light: 1, colour: 1 };

/**
 * Neck and limbs of neutral portraits are up to 12 L* darker than their faces; so much of the difference is
 * left to them.
 */
const NECK_LIGHT = 0.65;

/**
 * Neck and limbs are matched to the face of the same sitter; for all else the other area is still to be
 * chosen.
 */
export function startMatch({ area, areas }: OfferPlace): MatchParameters {
  const face = areas.find(({ part, sitter }) => part === 'face' && sitter === (area?.sitter ?? null));
  return area && isBodySkin(area.part) ? matchToFace(face?.id ?? null) : NEUTRAL;
}

/** Colour all the way, light as far as neck and limbs go by nature. */
export function matchToFace(areaId: string | null): MatchParameters {
  return { ...NEUTRAL, to: { by: 'area', areaId }, light: NECK_LIGHT };
}
