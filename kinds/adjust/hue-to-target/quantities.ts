import { hsvSaturationOfSrgbLinear } from '#core/colour/hueSolve';
import type { DragQuantity } from '#core/offer/stepContext';
import type { LadderRung } from '#core/measure/ladder';

/** What has targets: its range, unit and help. */
export interface Quantity {
  readonly name: DragQuantity;
  readonly max: number;
  readonly unit: string;
  readonly help: string;
}

/** In the order in which they are shown. */
export const QUANTITIES: readonly Quantity[] = [
  { name: 'hue', max: 360, unit: '°', help: 'HSV degrees; luminance and chroma stay' },
  { name: 'saturation', max: 100, unit: ' %', help: 'HSV saturation; hue and luminance stay' },
  {
    name: 'lightness',
    max: 100,
    unit: ' L*',
    help: 'L*; hue and saturation stay. Rungs that cross are brought as near as the order of light allows',
  },
];

/** What a rung shows, HSV degrees, percent of HSV saturation or L*; hue 0 where it is grey. */
export function numberOf({ hsvHueDegrees, srgbLinear, lightness }: LadderRung, name: DragQuantity): number {
  if (name === 'hue') return hsvHueDegrees ?? 0;
  return name === 'saturation' ? 100 * hsvSaturationOfSrgbLinear(srgbLinear) : lightness;
}

/** Targets have one decimal. */
export const rounded = (value: number) => Math.round(10 * value) / 10;
