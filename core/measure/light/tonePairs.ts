import { luminanceOfSrgbLinear } from '../../colour/luminance';
import type { Triple } from '../../colour/triple';
import type { LightGroup, LightSamples } from './lightSamples';

/** What is read somewhere, and what it is to be: linear sRGB. */
export interface TonePair {
  readonly name: string;
  readonly from: Triple;
  readonly to: Triple;
}

/** Readings nearer to each other in luminance, as a ratio, would crease a curve. */
const LEAST_RATIO = 1.45;
/** The tenth of a group about a rank. */
const HALF_TENTH = 0.05;

/**
 * Readings of the sitter who shows most skin, from the darks of hair and brows to the whites of the eyes, with
 * what each is to be, from dark to light: enough to lay a curve of each channel through.
 * @param clear gives a group's colours as they are to be, interleaved linear sRGB
 */
export function tonePairs(
  { sitters }: LightSamples,
  clear: (group: LightGroup) => ArrayLike<number>,
): TonePair[] {
  const [nearest] = sitters.toSorted((p, q) => q.skin.count - p.skin.count);
  if (!nearest) return [];
  const { skin, whites, hair, hairDarks, browDarks } = nearest;
  const pairs = [
    ...pairAt('darks', hairDarks.count > 0 ? hairDarks : browDarks, 0.5, clear),
    ...pairAt('hair', hair, 0.5, clear),
    ...pairAt('skin in the shade', skin, 0.15, clear),
    ...pairAt('skin', skin, 0.5, clear),
    ...pairAt('skin in the light', skin, 0.85, clear),
    ...pairAt('whites of the eyes', whites, 0.9, clear),
  ];
  const lightness = ({ from }: TonePair) => luminanceOfSrgbLinear(from);
  const kept: TonePair[] = [];
  for (const pair of pairs.sort((p, q) => lightness(p) - lightness(q))) {
    const last = kept.at(-1);
    if (!last || lightness(pair) > LEAST_RATIO * lightness(last)) kept.push(pair);
  }
  return kept;
}

/** The mean of a tenth of a group about a rank of luminance, and of what it is to be. */
function pairAt(
  name: string,
  group: LightGroup,
  rank: number,
  clear: (group: LightGroup) => ArrayLike<number>,
): TonePair[] {
  if (group.count === 0) return [];
  const at = (colours: ArrayLike<number>, i: number): Triple => [
    colours[3 * i]!,
    colours[3 * i + 1]!,
    colours[3 * i + 2]!,
  ];
  const order = Array.from({ length: group.count }, (_, i) => i).sort(
    (p, q) => luminanceOfSrgbLinear(at(group.colours, p)) - luminanceOfSrgbLinear(at(group.colours, q)),
  );
  const first = Math.floor(Math.max(0, rank - HALF_TENTH) * (group.count - 1));
  const members = order.slice(first, Math.ceil(Math.min(1, rank + HALF_TENTH) * (group.count - 1)) + 1);
  const cleared = clear(group);
  const meanOf = (colours: ArrayLike<number>): Triple =>
    [0, 1, 2].map(
      (c) => members.reduce((sum, i) => sum + at(colours, i)[c]!, 0) / members.length,
    ) as unknown as Triple;
  return [{ name, from: meanOf(group.colours), to: meanOf(cleared) }];
}
