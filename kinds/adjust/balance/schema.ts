import { z } from 'zod';

/** direction in OKLCh degrees and amount as OKLab chroma in thousandths */
const push = z.strictObject({ hue: z.number().min(0).max(360), amount: z.number().min(0).max(100) });

/** The parameters of a step or mark of this kind. */
export const balanceParameters = z.strictObject({ light: push, middle: push, shade: push });
export type BalanceParameters = z.infer<typeof balanceParameters>;

const NONE = { hue: 0, amount: 0 };
/** Changes no pixel. */
export const NEUTRAL: BalanceParameters = { light: NONE, middle: NONE, shade: NONE };
