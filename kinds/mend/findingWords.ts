import type { Photo } from '#core/document/schema';
import { isOfLight } from '#core/measure/light/findLight';
import type { PhotoFinding } from '#core/render/checkPhoto';
import { evenness } from '#kinds/adjust/evenness/index';
import { lightMendWords, lightWords } from './lightWords';
import { EVENED, darkening } from './mend';

/** One finding in the retoucher's words, to follow the sitter's name: "skin: middle 41°, 13° too green". */
export function findingWords(
  finding: PhotoFinding['finding'],
  photo: Pick<Photo, 'width' | 'height'>,
): string {
  if (isOfLight(finding)) return lightWords(finding, photo);
  switch (finding.is) {
    case 'hue':
      return `skin: ${finding.rungs
        .filter(({ off }) => Math.abs(off) >= 0.5)
        .map(
          ({ rung, hueDegrees, off }) =>
            `${rung} ${hueDegrees.toFixed(0)}°, ${Math.abs(off).toFixed(0)}° too ${off > 0 ? 'green' : 'red'}`,
        )
        .join('; ')}`;
    case 'blotches':
      return `skin: blotchy, its redness ranges over ${(100 * finding.range).toFixed(1)} % of its lightness, even skin’s over 0.4 to 1.3 %`;
    case 'apart':
      return `neck and limbs: ${Math.abs(finding.lightness).toFixed(0)} L* ${finding.lightness < 0 ? 'darker' : 'lighter'} and ${Math.abs(finding.hueDegrees).toFixed(0)}° ${finding.hueDegrees < 0 ? 'more magenta' : 'greener'} than the face`;
    case 'flushed':
      return `cheeks ${finding.degrees.toFixed(0)}° redder than the forehead`;
    case 'clipped':
      return `skin: ${(100 * finding.share).toFixed(1)} % clipped at ${finding.end}; no step brings that back, only another exposure of the photo`;
    case 'tint':
      return `${finding.part === 'whites' ? 'whites of the eyes' : 'teeth'}: ${(100 * finding.amount).toFixed(0)} % more ${finding.towards} than they usually are`;
    case 'cast':
      return `${finding.part}: ${(100 * finding.amount).toFixed(0)} % more ${finding.towards} than any ${finding.part === 'lips' ? 'beside such skin' : 'by nature'}${finding.asks ? '; dyed or in coloured light, so it is left unless you ask for it' : ''}`;
    case 'pushed':
      return `skin: the steps, with what is offered above, push ${(100 * finding.share).toFixed(1)} % of it beyond white`;
  }
}

/** What the step that mends it does. */
export function mendWords(finding: PhotoFinding['finding']): string | undefined {
  if (isOfLight(finding)) return lightMendWords(finding);
  switch (finding.is) {
    case 'hue':
      return 'Bring hue into the corridor';
    case 'blotches':
      return `Even by ${(100 * EVENED).toFixed(0)} %`;
    case 'apart':
      return 'Match to the face';
    case 'flushed':
      return 'Even the cheeks by half';
    case 'pushed':
      return `Darken by ${darkening(finding.stops).toFixed(1)} stops`;
    case 'tint':
      return finding.towards === 'red' || finding.towards === 'yellow'
        ? `Clear by ${(100 * finding.excess).toFixed(0)} %`
        : undefined;
    case 'cast':
      return `Take the ${finding.towards} out${finding.asks ? ' all the same' : ''}`;
    case 'clipped':
      return undefined;
  }
}

/** What is said when nothing is left that numbers could find. */
export function nothingLeftWords({ plan }: Pick<Photo, 'plan'>) {
  const look = plan.some(({ kind, on }) => on && kind === evenness.id)
    ? 'Blotches were evened: look at 100 % for what is left of their outlines.'
    : 'Look at it at 100 % for single marks.';
  return {
    said: 'By its numbers nothing is off',
    means: `The light is neutral, hue lies in the corridor, skin is even on the whole, face and neck agree. ${look}`,
  };
}
