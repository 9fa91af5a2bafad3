import { z } from 'zod';

/** A round piece of the disc of colours: which colours take part, whatever their lightness. */
export const discReachSchema = z.strictObject({
  /** its middle: OKLCh degrees and chroma in thousandths */
  hue: z.number().min(0).max(360),
  chroma: z.number().min(0).max(400),
  /** its radius, and how far beyond it ends softly: thousandths of OKLab a and b */
  reach: z.number().min(0).max(800),
  soft: z.number().min(0).max(400),
});
export type DiscReach = z.infer<typeof discReachSchema>;
