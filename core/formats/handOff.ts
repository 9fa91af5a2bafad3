import { z } from 'zod';

/** Where photos are handed to a server, and how it is asked what it takes. */
export const HAND_OFF_PATH = '/api/render';

/** What a server takes in hand. */
export const handOffLimitsSchema = z.object({
  /** a photo and its plan together */
  megabytes: z.number().positive(),
  megapixels: z.number().positive(),
  /** for one photo, once it is begun */
  seconds: z.number().positive(),
  /** photos at a time */
  jobs: z.number().int().positive(),
  /** photos that may wait for their turn */
  waiting: z.number().int().min(0),
});

/** What a server takes in hand. */
export type HandOffLimits = z.infer<typeof handOffLimitsSchema>;

/** How far a photo is: the share that is rendered, 0..1; 0 while it waits. */
export const handOffProgressSchema = z.object({ share: z.number().min(0).max(1) });

/** An answer that is not a picture. */
export const handOffFaultSchema = z.object({
  fault: z.object({
    code: z.string(),
    fields: z.record(z.string(), z.union([z.string(), z.number()])),
  }),
});
