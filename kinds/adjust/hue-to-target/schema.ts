import { z } from 'zod';

const perRung = (number: z.ZodType<number>) =>
  z.strictObject({ light: number.nullable(), middle: number.nullable(), shade: number.nullable() });
/** further ones */
export const MOST_RUNGS = 12;
/** HSV degrees */
const hue = z.number().min(0).max(360);
/** HSV saturation in percent */
const saturation = z.number().min(0).max(100);
/** CIELAB L* */
const lightness = z.number().min(0).max(100);

/**
 * Targets per rung; null where a quantity is left to its neighbours, or as it is where no rung has a target.
 */
export const hueToTargetParameters = z.strictObject({
  hue: perRung(hue),
  saturation: perRung(saturation),
  lightness: perRung(lightness),
  /** what stays when hue alone moves: OKLCh chroma, or the saturation number of HSV */
  keeps: z.enum(['chroma', 'saturation']),
  /** further rungs, at a lightness L* of the part as it was */
  more: z
    .array(
      z.strictObject({
        at: lightness,
        hue: hue.nullable(),
        saturation: saturation.nullable(),
        lightness: lightness.nullable(),
      }),
    )
    .max(MOST_RUNGS),
});
export type HueToTargetParameters = z.infer<typeof hueToTargetParameters>;

/** Changes no pixel. */
export const NO_TARGETS: HueToTargetParameters = {
  hue: { light: null, middle: null, shade: null },
  saturation: { light: null, middle: null, shade: null },
  lightness: { light: null, middle: null, shade: null },
  keeps: 'chroma',
  more: [],
};
