import { z } from 'zod';

const share = z.number().min(0).max(1);

/** The parameters of a step or mark of this kind. */
export const evennessParameters = z.strictObject({
  /** how far each is drawn to its trend, 0..1 */
  hue: share,
  saturation: share,
  lightness: share,
  /** radius of the smallest blotches that are drawn, pixels of the photo; null suits it to the area */
  size: z.number().min(1).max(400).nullable(),
  /** how much of the broad redness of cheeks and nose stays, 0..1 */
  blush: share,
  /** how much of small dark marks (freckles, moles) stays, 0..1 */
  marks: share,
});
export type EvennessParameters = z.infer<typeof evennessParameters>;

/** Changes no pixel. */
export const NEUTRAL: EvennessParameters = {
  hue: 0,
  saturation: 0,
  lightness: 0,
  size: null,
  blush: 0,
  marks: 1,
};

/**
 * How far blotches are evened to begin with: enough to calm them, little enough to stay skin (chosen by eye).
 */
export const EVENNESS_START: EvennessParameters = {
  ...NEUTRAL,
  hue: 0.7,
  saturation: 0.7,
  lightness: 0.5,
  blush: 0.3,
};
