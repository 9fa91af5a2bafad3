import { describe, expect, it } from 'vitest';
import type { Finding } from '#core/measure/check';
import type { PhotoFinding } from '#core/render/checkPhoto';
import { newPhoto } from '#core/document/commands';
import type { Photo } from '#core/document/schema';
import { KINDS } from '#kinds/registry.gen';
import { findingWords, mendWords } from './findingWords';
import type { LightJudge } from '#core/render/photoLight';
import { lookOver, mendAll, mendOf, previewOf, putMend } from './mend';

const HUE: Finding = {
  is: 'hue',
  rungs: [
    { rung: 'light', hueDegrees: 43, off: 15, target: 24 },
    { rung: 'middle', hueDegrees: 41, off: 13, target: 24 },
    { rung: 'shade', hueDegrees: 24, off: 0, target: 24 },
  ],
};
const ALL: readonly Finding[] = [
  HUE,
  { is: 'blotches', range: 0.025 },
  { is: 'apart', lightness: -9, hueDegrees: -6 },
  { is: 'flushed', degrees: 11 },
  { is: 'clipped', end: 'white', share: 0.03 },
  { is: 'pushed', share: 0.5, stops: 0.42 },
];
const SIZE = { width: 300, height: 300 };
const about = (finding: Finding, sitterId = 's1'): PhotoFinding => ({
  finding,
  sitterId,
  skinId: 'skin',
  faceId: 'face',
  neckAndLimbsId: 'neck',
});

describe('mending', () => {
  it.each(ALL)('$is: a step whose parameters its kind accepts, or none, and words for both', (finding) => {
    const mend = mendOf(about(finding), 'id');
    expect(mend === undefined).toBe(finding.is === 'clipped');
    expect(mendWords(finding) === undefined).toBe(finding.is === 'clipped');
    if (!mend) return;
    const kind = KINDS.adjusts.get(mend.kind)!;
    expect(mend.version).toBe(kind.version);
    expect(kind.parameters.safeParse(mend.parameters).success).toBe(true);
  });

  it.each([0.05, 0.1, 0.42])(
    'darkens by as many tenths of a stop as take %f stops back, and says so',
    (stops) => {
      const finding = { is: 'pushed', share: 0.1, stops } as const;
      const { exposure } = mendOf(about(finding), 'id')!.parameters as { exposure: number };
      expect(-exposure).toBeGreaterThanOrEqual(stops);
      expect(-exposure).toBeLessThan(stops + 0.1);
      expect(mendWords(finding)).toContain(`${(-exposure).toFixed(1)} stops`);
    },
  );

  it('sets curves through readings of crossed tones, and tells before what other colours become', () => {
    const pairs = [
      { name: 'darks', from: [0.004, 0.01, 0.03], to: [0.01, 0.01, 0.01] },
      // So near to the darks that a curve through both would crease.
      { name: 'hair', from: [0.005, 0.011, 0.031], to: [0.02, 0.011, 0.01] },
      { name: 'whites of the eyes', from: [0.6, 0.5, 0.48], to: [0.5, 0.5, 0.48] },
    ] as const;
    const found: PhotoFinding = {
      ...about({ is: 'blotches', range: 0 }),
      finding: { is: 'tones', pairs, difference: 8, sure: 'sure', asks: undefined },
    };
    const mend = mendOf(found, 'id')!;
    expect([mend.kind, mend.areaId]).toEqual(['curves', null]);
    expect(KINDS.adjusts.get('curves')!.parameters.safeParse(mend.parameters).success).toBe(true);
    expect(mend.parameters.pairs).toHaveLength(2);
    const then = previewOf(found)!;
    then([0.6, 0.5, 0.48]).forEach((channel, c) => expect(channel).toBeCloseTo(pairs[2].to[c]!, 2));
    expect(then([0.3, 0.25, 0.3])[0]).toBeLessThan(0.3);
    expect(previewOf(about(HUE))).toBeUndefined();
  });

  it('says it in the retoucher’s words and numbers', () => {
    expect(findingWords(HUE, SIZE)).toBe('skin: light 43°, 15° too green; middle 41°, 13° too green');
    expect(findingWords(ALL[2]!, SIZE)).toBe('neck and limbs: 9 L* darker and 6° more magenta than the face');
    expect(findingWords(ALL[3]!, SIZE)).toBe('cheeks 11° redder than the forehead');
    expect(findingWords(ALL[4]!, SIZE)).toContain('3.0 % clipped at white');
  });

  it('clears tinted whites as far as they are more than usual, and nothing that is green', () => {
    const tint = { is: 'tint', part: 'whites', towards: 'yellow', amount: 0.5, excess: 0.34 } as const;
    const found = { ...about(HUE), finding: tint, partId: 'whites' };
    expect(findingWords(tint, SIZE)).toBe('whites of the eyes: 50 % more yellow than they usually are');
    expect(mendOf(found, 'id')).toMatchObject({
      kind: 'clear',
      areaId: 'whites',
      parameters: { brighten: 0, clear: 0.3 },
    });
    expect(mendOf({ ...found, finding: { ...tint, towards: 'green' } }, 'id')).toBeUndefined();
  });

  it('takes coloured light off lips with the rest, and off hair, which may be dyed, when asked alone', async () => {
    const cast = (part: 'lips' | 'hair', asks: 'dyed' | undefined): PhotoFinding => ({
      ...about(HUE),
      partId: part,
      finding: { is: 'cast', part, towards: 'green', amount: 0.3, light: [0.8, 1.1, 0.9], asks },
    });
    const found = [cast('lips', undefined), cast('hair', 'dyed')];
    expect(mendOf(found[1]!, 'id')).toMatchObject({ kind: 'prepare', areaId: 'hair' });
    const photo = newPhoto({ id: '0'.repeat(64), file: 'a.jpg', width: 9, height: 9 });
    const { plan } = await mendAll(
      photo,
      (state) => (state.plan.length === 0 ? found : []),
      () => 'id',
    );
    expect(plan.map(({ areaId }) => areaId)).toEqual(['lips']);
    expect(findingWords(found[1]!.finding, SIZE)).toContain('left unless you ask');
    expect(mendWords(found[0]!.finding)).toBe('Take the green out');
  });

  it('does not match a neck where one of the areas is missing', () => {
    expect(mendOf({ ...about(ALL[2]!), faceId: undefined }, 'id')).toBeUndefined();
  });

  it('goes from light to flush, and judges each on what the steps before it leave', async () => {
    const photo = newPhoto({ id: '0'.repeat(64), file: 'a.jpg', width: 10, height: 10 });
    const seen: number[] = [];
    // What the first step mends is not found again.
    const look = ({ plan }: Photo) => {
      seen.push(plan.length);
      return plan.length === 0 ? [about(ALL[2]!), about(HUE)] : [about(HUE)];
    };
    const mended = await mendAll(photo, look, () => `id${seen.length}`);
    expect(mended.plan.map(({ kind }) => kind)).toEqual(['match', 'hue-to-target']);
    expect(mended.plan.every(({ on, strength }) => on && strength === 1)).toBe(true);
    expect(seen).toEqual([0, 1, 2]);
    expect(photo.plan).toEqual([]);
  });

  it('says how far it is, and gives up when told to, with the photo as it was', async () => {
    const photo = newPhoto({ id: '0'.repeat(64), file: 'a.jpg', width: 10, height: 10 });
    const shares: number[] = [];
    await mendAll(
      photo,
      () => [],
      () => 'id',
      (share) => shares.push(share),
    );
    expect(shares).toEqual([0, 1, 2, 3, 4, 5, 6].map((n) => n / 7));
    await expect(
      mendAll(
        photo,
        () => [about(HUE)],
        () => 'id',
        (share) => {
          if (share > 0.4) throw new Error('given up');
        },
      ),
    ).rejects.toThrow('given up');
    expect(photo.plan).toEqual([]);
  });

  it('puts what is of the whole picture before steps on parts, and after other steps on the whole picture', () => {
    const step = (id: string, areaId: string | null) => ({ ...mendOf(about(HUE), id)!, areaId });
    const photo = {
      ...newPhoto({ id: '0'.repeat(64), file: 'a.jpg', width: 10, height: 10 }),
      plan: [step('whole', null), step('skin', 'skin')],
    };
    expect(putMend(photo, step('new', null)).plan.map(({ id }) => id)).toEqual(['whole', 'new', 'skin']);
    expect(putMend(photo, step('new', 'lips')).plan.map(({ id }) => id)).toEqual(['whole', 'skin', 'new']);
  });

  it.each([
    { is: 'lights' },
    { is: 'light', light: [1.6, 0.8, 0.3], difference: 30, sure: 'sure', asks: 'deep' },
  ] as const)('leaves skin unjudged under a light that stays: $is', (finding) => {
    const judge = { look: () => [finding], resolver: undefined } as unknown as LightJudge;
    const photo = newPhoto({ id: '0'.repeat(64), file: 'a.jpg', width: 10, height: 10 });
    // No resolver: looking at skin would throw.
    expect(lookOver(judge, photo).map((found) => found.finding)).toEqual([finding]);
  });

  it('judges skin where little tells of a light', () => {
    const light = [1.1, 1, 0.8] as const;
    const finding = { is: 'light', light, difference: 5, sure: 'unsure', asks: 'hardly-told' } as const;
    let looks = 0;
    const judge = { look: () => [finding], resolver: { plan: () => looks++ } } as unknown as LightJudge;
    lookOver(judge, newPhoto({ id: '0'.repeat(64), file: 'a.jpg', width: 10, height: 10 }));
    expect(looks).toBe(1);
  });
});
