import { z } from 'zod';
import type { Database } from './database';

const photoId = z.string().regex(/^[0-9a-f]{64}$/);
const share = z.number().min(0).max(1);
const wins = z.enum(['photo', 'plan']);
const rung = z.strictObject({
  hue: z.number().min(0).max(360).nullable(),
  saturation: z.number().min(0).max(100).nullable(),
  lightness: z.number().min(0).max(100).nullable(),
});

/** What is done to many photos. */
export const setTaskSchema = z.discriminatedUnion('is', [
  z.strictObject({ is: z.literal('find') }),
  z.strictObject({ is: z.literal('check') }),
  z.strictObject({ is: z.literal('mend') }),
  z.strictObject({ is: z.literal('measure') }),
  z.strictObject({ is: z.literal('preset'), presetId: z.string().min(1).max(64) }),
  z.strictObject({
    is: z.literal('carry'),
    from: photoId,
    wholePicture: z.boolean(),
    fades: z.enum(['face', 'frame']),
    wins,
  }),
  z.strictObject({
    is: z.literal('even'),
    to: z.discriminatedUnion('by', [
      z.strictObject({ by: z.literal('reference'), photoId }),
      z.strictObject({ by: z.literal('median') }),
      z.strictObject({
        by: z.literal('numbers'),
        rungs: z.strictObject({ light: rung, middle: rung, shade: rung }),
      }),
    ]),
    frames: share,
    colour: share,
    light: share,
    most: z.number().positive().nullable(),
    ground: z.enum(['leave', 'white', 'same']),
    wins,
  }),
]);
export type SetTask = z.infer<typeof setTaskSchema>;

const setWorkSchema = z.strictObject({
  /** names it: all it does is taken back together */
  run: z.string().min(1).max(64),
  task: setTaskSchema,
  photoIds: z.array(photoId).max(10_000),
  /** what need not be done again */
  done: z.array(photoId).max(10_000),
});
/** A run through many photos, as it can be gone on with. */
export type SetWork = z.infer<typeof setWorkSchema>;

/** What a closed page left undone; undefined where there is nothing, or nothing that can be read. */
export async function readSetWork(db: Database, sittingId: string): Promise<SetWork | undefined> {
  const row = await db.setWork.get(sittingId);
  return setWorkSchema.safeParse(row?.work).data;
}

/** Keeps what is still to be done; undefined: nothing is. What the browser refuses to keep is not gone on with. */
export async function keepSetWork(db: Database, sittingId: string, work: SetWork | undefined): Promise<void> {
  const kept = work ? db.setWork.put({ sittingId, work }) : db.setWork.delete(sittingId);
  await Promise.resolve(kept).catch(() => undefined);
}
