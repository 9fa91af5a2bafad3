import { describe, expect, it } from 'vitest';
import { featureAnswer } from '../../tests/fixtures/featureAnswers';
import type { Feature } from './featureParser';
import { fitIris } from './irisFit';
import type { FeatureClass } from './networks';

/** An eye of 150 by 56 between straight lids, 13 hundredths of its square below the middle; the iris’ radius is 34. */
function eye(
  feature: Feature,
  { irisX = 204, lidY = 172, iris = 'iris' as FeatureClass, mistaken = 'iris' as FeatureClass } = {},
) {
  return featureAnswer(feature, { centre: [200, 160], side: 400 }, (x, y) => {
    if (y < lidY || y > 228 || Math.abs(x - 200) > 75) return 'rest';
    const off = Math.hypot(x - irisX, y - 204);
    if (off < 14) return 'pupil';
    if (off < 34) return (Math.floor(x) + Math.floor(y)) % 2 === 0 ? iris : mistaken;
    return 'white';
  });
}

describe('an iris', () => {
  // The square’s places are 4.2 pixels wide.
  it.each(['right', 'left'] as const)('of the %s eye is a disc that goes on beneath the lids', (side) => {
    const fit = fitIris(eye(side))!;
    expect(Math.hypot(fit.middle[0] - 204, fit.middle[1] - 204)).toBeLessThan(1.5);
    expect(Math.abs(fit.radius / 34 - 1)).toBeLessThan(0.05);
    expect(Math.abs(fit.pupilRadius / 14 - 1)).toBeLessThan(0.1);
    expect(fit.sure).toBeGreaterThan(0.8);
  });

  it('that looks aside, and is half hidden, is still whole', () => {
    const fit = fitIris(eye('right', { irisX: 240, lidY: 192 }))!;
    expect(Math.abs(fit.middle[0] - 240)).toBeLessThan(4.2 / 2);
    expect(Math.abs(fit.middle[1] - 204)).toBeLessThan(5);
    expect(Math.abs(fit.radius / 34 - 1)).toBeLessThan(0.1);
  });

  it('is unsure where the parser takes half of it for white, and none where it takes all of the eye for lids', () => {
    expect(fitIris(eye('right', { mistaken: 'white' }))!.sure).toBeLessThan(0.5);
    expect(fitIris(eye('right', { lidY: 999 }))).toBeUndefined();
  });

  it('is none where all that is seen of it is rather white', () => {
    const hazy = featureAnswer('right', { centre: [200, 160], side: 400 }, (x, y) => {
      if (Math.abs(y - 204) > 28 || Math.abs(x - 200) > 75) return 'rest';
      return (Math.floor(x) + Math.floor(y)) % 3 === 0 ? 'iris' : 'white';
    });
    expect(fitIris(hazy)).toBeUndefined();
  });

  it('is not sought in the other eye, of which the square shows a corner', () => {
    const beside = featureAnswer('right', { centre: [200, 160], side: 400 }, (x, y) =>
      Math.hypot(x - 390, y - 204) < 34 ? 'iris' : 'rest',
    );
    expect(fitIris(beside)).toBeUndefined();
  });
});
