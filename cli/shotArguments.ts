import { z } from 'zod';
import { FOLLOW_EVERY } from '#kinds/shot/keyFrames';
import { writtenOptions } from './writtenOptions';

const RATE_HELP = '--rate is a number of frames a second from 1 to 240';
const frameNumber = (name: string) => {
  const help = `--${name} is a whole number of frames from 1 on`;
  return z.coerce.number(help).int(help).min(1, help);
};
/** A plan on a moving shot. */
export const shotCommand = z
  .strictObject({
    command: z.literal('shot'),
    files: z.array(z.string()).length(1, 'name one clip, or one folder of numbered images'),
    plan: z.string('say what is done to it: --plan PLAN.json').min(1),
    out: z.string('say where to write: --out FILE.webm, FILE.mp4 or DIR').min(1),
    from: frameNumber('from').optional(),
    to: frameNumber('to').optional(),
    every: frameNumber('every').default(FOLLOW_EVERY.finer),
    rate: z.coerce.number(RATE_HELP).min(1, RATE_HELP).max(240, RATE_HELP).default(25),
    masks: z.boolean().default(false),
    measured: z
      .enum(['as-planned', 'once'], '--measured is once (on one frame, for all of them) or as-planned')
      .default('as-planned'),
    ...writtenOptions,
    json: z.boolean().default(false),
  })
  .transform(({ chroma, profile, 'long-edge': longEdge, rate, ...rest }) => ({
    ...rest,
    rate: String(rate),
    fullChroma: chroma === 'full',
    space: profile,
    longEdge,
  }));

/** The same as it was understood. */
export type ShotCommand = z.infer<typeof shotCommand>;
