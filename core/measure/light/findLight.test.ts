import { describe, expect, it } from 'vitest';
import { lightOfCones, transform } from '../../colour/adaptation';
import { luminanceOfSrgbLinear } from '../../colour/luminance';
import { SRGB8_TO_LINEAR } from '../../colour/transfer';
import type { Triple } from '../../colour/triple';
import { veilShare } from '../veil';
import { findLight } from './findLight';
import type { LightGroup, LightSamples, SitterLight } from './lightSamples';

/** The photo's diagonal, pixels. */
const DIAGONAL = 1000;
type Seen = (colour: Triple, x: number, y: number) => Triple;

/** A made-up picture of one head: what its parts show through `seen`. */
function pictureSeen(seen: Seen, without: readonly (keyof SitterLight)[] = []): LightSamples {
  const group = (
    count: number,
    at: (i: number) => readonly [x: number, y: number, colour: Triple],
  ): LightGroup => {
    const places = Array.from({ length: count }, (_, i) => at(i));
    return {
      count,
      x: Float64Array.from(places, ([x]) => x),
      y: Float64Array.from(places, ([, y]) => y),
      colours: Float64Array.from(places.flatMap(([x, y, colour]) => [...seen(colour, x, y)])),
    };
  };
  const grid = (count: number, i: number, from: number, to: number) =>
    [
      from + ((to - from) * (i % 10)) / 9,
      from + ((to - from) * Math.floor(i / 10)) / (count / 10 - 1),
    ] as const;
  const lit = (colour: Triple, i: number) =>
    colour.map((channel) => channel * (0.6 + 0.05 * (i % 9))) as unknown as Triple;
  const none = group(0, () => [0, 0, [0, 0, 0]]);
  const sitter: SitterLight = {
    skin: group(100, (i) => [...grid(100, i, 0.3, 0.45), lit([0.6, 0.42, 0.31], i)]),
    body: group(40, (i) => [...grid(40, i, 0.35, 0.5), lit([0.58, 0.4, 0.3], i)]),
    whites: group(2, (i) => [0.33 + 0.1 * i, 0.36, [0.55, 0.48, 0.445]]),
    teeth: group(1, () => [0.39, 0.45, [0.5, 0.42, 0.36]]),
    eyeDarks: group(2, (i) => [0.33 + 0.1 * i, 0.36, [0.012, 0.01, 0.009]]),
    browDarks: group(2, (i) => [0.33 + 0.1 * i, 0.33, [0.012, 0.008, 0.006]]),
    hair: group(40, (i) => [...grid(40, i, 0.25, 0.5), lit([0.05, 0.033, 0.024], i)]),
    hairDarks: group(40, (i) => [...grid(40, i, 0.25, 0.5), [0.01, 0.008, 0.007]]),
  };
  for (const part of without) Object.assign(sitter, { [part]: none });
  const cell = (i: number): readonly [number, number, Triple] => {
    const [x, y] = grid(100, i, 0.03, 0.68);
    const here: Triple = i % 3 === 0 ? [0.6, 0.42, 0.31] : [0.2, 0.2, 0.2];
    return [x, y, here];
  };
  return {
    width: 0.62,
    height: 0.78,
    sitters: [sitter],
    grounds: group(60, (i) => [...grid(60, i, 0.03, 0.68), [0.2, 0.2, 0.2]]),
    minima: group(100, (i) => [
      ...grid(100, i, 0.03, 0.68),
      i % 3 === 0 ? [0.01, 0.008, 0.007] : [0.12, 0.12, 0.12],
    ]),
    cells: group(100, cell),
  };
}

const isSkin = ([red, green]: Triple) => red / green > 1.4 && red / green < 1.46 && red > 0.3;
/** A colour as light as a made-up place of skin. */
const inColour = (of: Triple, place: Triple): Triple =>
  of.map((channel) => (channel * place[1]) / of[1]) as unknown as Triple;
const asItIs: Seen = (colour) => colour;
const under =
  (light: Triple): Seen =>
  (colour) =>
    colour.map((channel, c) => channel * light[c as 0]!) as unknown as Triple;
const VEIL = {
  x: 50,
  y: 80,
  reach: 350,
  peak: [0.1, 0.15, 0.02] as Triple,
  base: [0.01, 0.015, 0.002] as Triple,
};
const veiled: Seen = (colour, x, y) => {
  const share = veilShare(VEIL, x * DIAGONAL, y * DIAGONAL);
  return colour.map(
    (channel, c) => channel + VEIL.base[c as 0]! + share * VEIL.peak[c as 0]!,
  ) as unknown as Triple;
};
const find = (seen: Seen, without: readonly (keyof SitterLight)[] = []) =>
  findLight(pictureSeen(seen, without), DIAGONAL);

describe('the light of a picture', () => {
  it('is not found where it is neutral', () => {
    expect(find(asItIs)).toEqual([]);
  });

  /*
   * Light skin and dark skin of the ColorChecker, sRGB as its maker publishes them; from memory.
   */
  it.each([
    ['light skin', [194, 150, 130]],
    ['dark skin', [115, 82, 68]],
  ] as const)('is not found of %s as published before a white wall', (_, codes) => {
    const published = codes.map((code) => SRGB8_TO_LINEAR[code]!) as unknown as Triple;
    const skin: Seen = (colour) => (isSkin(colour) ? inColour(published, colour) : colour);
    const wall: Seen = (colour, x, y) => (colour[0] === colour[2] ? [0.8, 0.8, 0.8] : skin(colour, x, y));
    // Whites of eyes as photographs show them, with the lids' red in them.
    const eyes: Seen = (colour, x, y) => (colour[0] === 0.55 ? [0.55, 0.36, 0.29] : wall(colour, x, y));
    expect(find(eyes)).toEqual([]);
  });

  it('is asked about where little tells of it: of two people one looks as in plain light', () => {
    const lit = pictureSeen(under(lightOfCones(1.12, 0.7)));
    const both = { ...lit, sitters: [...lit.sitters, ...pictureSeen(asItIs).sitters] };
    expect(findLight(both, DIAGONAL)).toMatchObject([{ is: 'light', sure: 'unsure', asks: 'hardly-told' }]);
  });

  it('is believed by less of each the more people tell of it', () => {
    const lit = pictureSeen(under(lightOfCones(1.05, 0.85)));
    const of = (people: number) =>
      findLight({ ...lit, sitters: new Array<SitterLight>(people).fill(lit.sitters[0]!) }, DIAGONAL);
    expect(of(1)).toMatchObject([{ is: 'light', asks: 'hardly-told' }]);
    expect(of(3)).toMatchObject([{ is: 'light', sure: 'sure', asks: undefined }]);
  });

  it('is sure though the red of lids lies in the whites of eyes', () => {
    const lids: Seen = (colour) => (colour[0] === 0.55 ? [0.55, 0.26, 0.17] : colour);
    const found = find((...seen) => under(lightOfCones(1.2, 0.6))(lids(...seen), 0, 0));
    expect(found).toMatchObject([{ is: 'light', sure: 'sure', asks: undefined }]);
  });

  it.each([
    ['warm', lightOfCones(1.18, 0.55)],
    ['cool', lightOfCones(0.93, 1.4)],
    ['green', lightOfCones(0.88, 0.9)],
  ] as const)('is found where it is %s: the light that was laid on, within a tenth', (_, light) => {
    const [found, ...more] = find(under(light));
    expect(more).toEqual([]);
    if (found?.is !== 'light') throw new RangeError('no light was found');
    found.light.forEach((channel, c) => expect(Math.abs(channel / light[c as 0]! - 1)).toBeLessThan(0.1));
    expect(luminanceOfSrgbLinear(found.light)).toBeCloseTo(1, 3);
    expect(found).toMatchObject({ sure: 'sure', asks: undefined });
  });

  it('is parted from a veil, which is found where it lies and as strong as it is', () => {
    const found = find(veiled).find(({ is }) => is === 'veil');
    if (found?.is !== 'veil') throw new RangeError('no veil was found');
    const at = (x: number, y: number) =>
      [0, 1, 2].map((c) => found.veil.base[c as 0]! + veilShare(found.veil, x, y) * found.veil.peak[c as 0]!);
    const truly = (x: number, y: number) =>
      [0, 1, 2].map((c) => VEIL.base[c as 0]! + veilShare(VEIL, x, y) * VEIL.peak[c as 0]!);
    for (const [x, y] of [
      [300, 300],
      [450, 450],
      [380, 350],
    ] as const)
      at(x, y).forEach((value, c) => expect(Math.abs(value - truly(x, y)[c]!)).toBeLessThan(0.02));
  });

  it('is told from crossed tones: readings from dark to light, each with what it was', () => {
    const powers = [1.35, 1, 0.75] as const;
    const [found, ...more] = find(
      (colour) => colour.map((channel, c) => channel ** powers[c as 0]) as unknown as Triple,
    );
    expect(more).toEqual([]);
    if (found?.is !== 'tones') throw new RangeError('no crossed tones were found');
    expect(found).toMatchObject({ sure: 'sure', asks: undefined });
    expect(found.pairs.length).toBeGreaterThanOrEqual(3);
    for (const { from, to } of found.pairs)
      to.forEach((channel, c) =>
        expect(Math.abs(channel / from[c as 0] ** (1 / powers[c as 0]) - 1)).toBeLessThan(0.15),
      );
    const lights = found.pairs.map(({ from }) => luminanceOfSrgbLinear(from));
    expect(lights).toEqual(lights.toSorted((p, q) => p - q));
  });

  it('crossed tones that skin alone tells of are asked about', () => {
    // Lighter places of the skin are redder and less blue, its middle is as it was.
    const skinAlone: Seen = (colour) =>
      colour[0] < 0.3 || colour[1] / colour[0] > 0.72
        ? colour
        : [colour[0] * (colour[0] / 0.48), colour[1], colour[2] * (colour[2] / 0.25) ** -0.9];
    expect(find(skinAlone)).toMatchObject([{ is: 'tones', sure: 'unsure', asks: 'skin-alone' }]);
  });

  it('is asked about where it is so deep that it looks wanted', () => {
    const found = find(under([0.25, 0.9, 2.6]));
    expect(found.filter(({ is }) => is === 'light')).toMatchObject([{ asks: 'deep' }]);
  });

  it('is asked about where whites and skin contradict each other', () => {
    const whites: Seen = (colour) => (colour[0] === 0.55 ? [0.3, 0.48, 0.9] : colour);
    const found = find(whites);
    expect(found.length).toBeGreaterThan(0);
    for (const finding of found) expect(finding).toMatchObject({ asks: 'unsure', sure: 'unsure' });
  });

  it('is less sure where no whites can be seen, and needs more to be believed', () => {
    expect(find(under(lightOfCones(1.05, 0.85)), ['whites', 'teeth'])).toEqual([]);
    const found = find(under(lightOfCones(1.3, 0.4)), ['whites', 'teeth']);
    expect(found).toMatchObject([{ is: 'light', sure: 'fairly sure' }]);
  });

  it('is one light over a skin as unlike itself as on photographs', () => {
    const patchy: Seen = (colour, x) =>
      isSkin(colour) && Math.round(60 * x) % 2 === 0 ? [1.4 * colour[0], colour[1], colour[2]] : colour;
    expect(find(patchy).filter(({ is }) => is === 'lights')).toEqual([]);
  });

  it('is said to be several where one half of a skin is blue and the other orange', () => {
    const stage: Seen = (colour, x) => under(x < 0.375 ? [0.4, 0.6, 1.6] : [1.6, 0.7, 0.25])(colour, x, 0);
    expect(find(stage)).toEqual([{ is: 'lights' }]);
  });

  it('cannot be told of one colour alone: black and white, or toned', () => {
    const grey: Seen = (colour) => {
      const luminance = luminanceOfSrgbLinear(colour);
      return [luminance, luminance, luminance];
    };
    const sepia = (colour: Triple) => transform([0.9, 0, 0, 0, 0.7, 0, 0, 0, 0.45], grey(colour, 0, 0));
    expect(find(grey)).toEqual([{ is: 'one-colour' }]);
    expect(find(sepia)).toEqual([{ is: 'one-colour' }]);
  });

  it('is not guessed from ground and hair where there is neither skin nor whites', () => {
    expect(find(under(lightOfCones(1.3, 0.4)), ['skin', 'body', 'whites', 'teeth'])).toEqual([]);
  });
});
