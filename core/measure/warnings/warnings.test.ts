import { describe, expect, it } from 'vitest';
import { encodeSrgb, decodeSrgb } from '../../colour/transfer';
import type { Part } from '../../document/schema';
import type { LinearRaster } from '../../raster/raster';
import { findWarnings } from './findWarnings';
import { labPlanes } from './scene';
import type { WarnedArea, Warning, WarningScene } from './scene';

const SIDE = 96;
const REGION = { x: 0, y: 0, width: 2 * SIDE, height: 2 * SIDE, outWidth: SIDE, outHeight: SIDE };
type Paint = (x: number, y: number, before: readonly number[]) => readonly number[];

const picture = (paint: (x: number, y: number) => readonly number[]): LinearRaster => ({
  space: 'srgbLinear',
  width: SIDE,
  height: SIDE,
  data: Float32Array.from(
    Array.from({ length: SIDE * SIDE }, (_, i) => paint(i % SIDE, Math.floor(i / SIDE))).flat(),
  ),
});
/** Grain that is the same every time. */
const grain = (x: number, y: number) => Math.sin(12.9898 * x + 78.233 * y) * Math.sin(4.1 * x * y);
const skinAt = (x: number, y: number) => {
  const light = 0.9 + 0.1 * (y / SIDE) + 0.03 * grain(x, y);
  return [0.42 * light, 0.25 * light, 0.17 * light];
};
const isLeft = (x: number) => x < SIDE / 2;
const cover = (share: (x: number, y: number) => number): Uint8Array =>
  Uint8Array.from({ length: SIDE * SIDE }, (_, i) => 255 * share(i % SIDE, Math.floor(i / SIDE)));
const left: WarnedArea = {
  id: 'skin',
  part: 'skin',
  coverage: cover((x) => Number(isLeft(x))),
  stepped: true,
  dyed: false,
};
const right: WarnedArea = {
  id: 'lips',
  part: 'lips',
  coverage: cover((x) => Number(!isLeft(x))),
  stepped: false,
  dyed: false,
};

/** What is warned of when a painted picture becomes another. */
function warned(
  change: Paint,
  areas: readonly WarnedArea[] = [left, right],
  paint = skinAt,
  wholeStepped = false,
): readonly Warning[] {
  const before = picture(paint);
  const after = picture((x, y) => change(x, y, paint(x, y)));
  const labBefore = labPlanes(before);
  const scene: WarningScene = {
    region: REGION,
    before,
    after,
    labBefore,
    labBase: labBefore,
    labAfter: labPlanes(after),
    areas,
    wholeStepped,
  };
  return findWarnings(scene);
}
const kinds = (warnings: readonly Warning[]) => warnings.map(({ is, areaId }) => [is, areaId]);
const onLeft =
  (change: (before: readonly number[]) => readonly number[]): Paint =>
  (x, _y, before) =>
    isLeft(x) ? change(before) : before;

describe('the colours of a picture', () => {
  it('are the same where what did not change is taken from another', () => {
    const before = picture(skinAt);
    const after = picture((x, y) => (isLeft(x) ? skinAt(x, y).map((value) => 1.2 * value) : skinAt(x, y)));
    expect(labPlanes(after, { data: before.data, planes: labPlanes(before) })).toEqual(labPlanes(after));
  });
});

describe('warnings', () => {
  it('are silent where nothing is changed, and where skin is turned and lit within reason', () => {
    expect(warned((_x, _y, before) => before)).toEqual([]);
    expect(kinds(warned(onLeft(([r, g, b]) => [r! * 1.15, g! * 1.1, b! * 1.2])))).toEqual([]);
  });

  it('of colour that reaches a part that nothing is done to, and where', () => {
    const beyond = (x: number) => (x < 0.7 * SIDE ? 0.5 : 0);
    const reaches = { ...left, coverage: cover((x) => (isLeft(x) ? 1 : beyond(x))) };
    const [spill, ...others] = warned(
      (x, _y, [r, g, b]) => (x < 0.7 * SIDE ? [r! * 0.7, g!, b!] : [r!, g!, b!]),
      [reaches, right],
    );
    expect([spill?.is, spill?.areaId, others]).toEqual(['spill', 'lips', []]);
    expect(spill!.share).toBeCloseTo(0.4, 1);
    const { x, width } = spill!.place;
    expect([x + width > SIDE, x < 1.5 * SIDE]).toEqual([true, true]);
    // A step of the part's own, or a dye on another part that does not reach, is no spill.
    expect(kinds(warned(onLeft(([r, g, b]) => [r! * 0.7, g!, b!])))).toEqual([]);
  });

  it('not of the skin about an arm that is matched, which is skin as well', () => {
    const arm = { ...left, id: 'arm', part: 'arms' as const };
    const about = (part: Part) => ({ ...left, id: 'about', part, stepped: false });
    const reddened = onLeft(([r, g, b]) => [r! * 0.7, g!, b!]);
    expect(kinds(warned(reddened, [arm, about('skin')]))).toEqual([]);
    expect(kinds(warned(reddened, [arm, about('clothes')])).map(([is]) => is)).toEqual(['spill']);
  });

  it('of channels that come to their ends, and not of those that were there', () => {
    expect(kinds(warned(onLeft(([r, g, b]) => [r! * 2.6, g!, b!]))).map(([is]) => is)).toContain('clipped');
    const burnt = () => [1, 1, 1];
    expect(kinds(warned((_x, _y, before) => before, [left, right], burnt))).toEqual([]);
  });

  it('of colours beyond the gamut, with what is lost', () => {
    const warning = warned(onLeft(([r, g]) => [r!, g!, -0.06])).find(({ is }) => is === 'gamut');
    expect(warning!.amount).toBeGreaterThan(1);
  });

  it('of hue that is turned far round, unless another colour was wanted', () => {
    const swap = onLeft(([r, g, b]) => [b!, r!, g!]);
    expect(kinds(warned(swap))).toContainEqual(['hue-reversed', 'skin']);
    expect(kinds(warned(swap, [{ ...left, dyed: true }, right])).map(([is]) => is)).not.toContain(
      'hue-reversed',
    );
  });

  it('of skin more saturated than skin is', () => {
    expect(kinds(warned(onLeft(([r, g, b]) => [r!, g! * 0.72, b! * 0.3])))).toContainEqual([
      'saturated',
      'skin',
    ]);
  });

  it('of a rim along an edge that is changed more than both its sides', () => {
    const soft = { ...left, coverage: cover((x) => Math.min(1, Math.max(0, (SIDE / 2 + 5 - x) / 10))) };
    const rim: Paint = (x, _y, before) =>
      Math.abs(x - SIDE / 2) < 4 ? before.map((value) => value * 1.6) : before;
    expect(kinds(warned(rim, [soft, right]))).toContainEqual(['halo', 'skin']);
    const fades: Paint = (x, _y, before) => {
      const share = Math.min(1, Math.max(0, (SIDE / 2 + 5 - x) / 10));
      return before.map((value) => value * (1 + 0.3 * share));
    };
    expect(kinds(warned(fades, [soft, right])).map(([is]) => is)).not.toContain('halo');
  });

  it('of grain raised and of texture lost', () => {
    const GRAIN = 0.06;
    const rough = (x: number, y: number) => {
      const light = 0.9 + 0.1 * (y / SIDE) + GRAIN * grain(x, y);
      return [0.42 * light, 0.25 * light, 0.17 * light];
    };
    const about =
      (factor: number): Paint =>
      (x, y, before) => {
        const smooth = 0.9 + 0.1 * (y / SIDE);
        const own = smooth + GRAIN * grain(x, y);
        return isLeft(x)
          ? before.map((value) => (value / own) * (smooth + factor * GRAIN * grain(x, y)))
          : before;
      };
    expect(kinds(warned(about(2.5), [left, right], rough))).toEqual([['noise', 'skin']]);
    expect(kinds(warned(about(0.3), [left, right], rough))).toEqual([['texture', 'skin']]);
    expect(kinds(warned(about(1.2), [left, right], rough))).toEqual([]);
    // In hair, and not in clothes, what is done to the whole picture shows it as well.
    const untouched = (part: 'hair' | 'clothes') => ({ ...left, id: part, part, stepped: false });
    expect(kinds(warned(about(2.5), [untouched('hair')], rough, true))).toEqual([['noise', 'hair']]);
    expect(kinds(warned(about(2.5), [untouched('clothes')], rough, true))).toEqual([]);
    expect(kinds(warned(about(2.5), [untouched('hair')], rough))).toEqual([]);
  });

  it('of tones pulled apart in smooth skin', () => {
    const smooth = (_x: number, y: number) => {
      const code = 0.55 + 0.1 * (y / SIDE);
      return [decodeSrgb(code), decodeSrgb(0.8 * code), decodeSrgb(0.7 * code)];
    };
    const pulled = onLeft((before) =>
      before.map((value, c) => {
        const middle = [0.6, 0.48, 0.42][c]!;
        return decodeSrgb(middle + 3 * (encodeSrgb(value) - middle));
      }),
    );
    expect(kinds(warned(pulled, [left, right], smooth))).toContainEqual(['banding', 'skin']);
  });
});
