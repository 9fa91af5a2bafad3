import { readFileSync, writeFileSync } from 'node:fs';
import { z } from 'zod';
import type { Row } from './report';

const FILE = new URL('ratios.json', import.meta.url);
const ratios = z.record(z.string(), z.number().positive());
/** A ratio is worse when so much of it is gone; what is less is the machine's other work. */
const WORSE = 0.2;

/** How many times as fast each thing was in one run, by what it is. */
export type Ratios = z.infer<typeof ratios>;

export const ratiosOf = (rows: readonly Row[]): Ratios =>
  Object.fromEntries(rows.map(({ what, value }) => [what, Number(value.toPrecision(3))]));

/** Ratios that became worse by more than a fifth, in words. */
export function worsened(before: Ratios, now: Ratios): readonly string[] {
  return Object.entries(now).flatMap(([what, ratio]) => {
    const known = before[what];
    return known !== undefined && ratio < (1 - WORSE) * known
      ? [`${what}: ${ratio} times, ${known} before`]
      : [];
  });
}

/** The ratios that are kept. */
export const keptRatios = (): Ratios => ratios.parse(JSON.parse(readFileSync(FILE, 'utf8')));

/** Keeps ratios for later runs. */
export const keepRatios = (now: Ratios): void => writeFileSync(FILE, `${JSON.stringify(now, null, 2)}\n`);
