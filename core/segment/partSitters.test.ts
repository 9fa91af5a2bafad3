import { describe, expect, it } from 'vitest';
import { HEAD_CLASSES, ofEachClass } from './classShares';
import type { FaceFrame } from './faceFrame';
import { outlineOf } from './outline';
import { partSitters } from './partSitters';

/** An upright round face whose chin lies at this height. */
function faceTo(chin: number): FaceFrame {
  const around = Array.from({ length: 24 }, (_, n) => (n * Math.PI) / 12);
  return {
    unit: 10,
    tiltRadians: 0,
    cos: 1,
    sin: 0,
    origin: [5, chin - 7],
    chin: [0, 0.7],
    top: [0, -0.7],
    oval: outlineOf(around.map((angle) => [0.5 * Math.cos(angle), 0.7 * Math.sin(angle)])),
  };
}

/**
 * A row of ten places from `x` on, all of one class as far as the sitter is sure, another's for the rest; half a
 * face's width below the sitter's chin.
 */
function sitterFrom(x: number, own: 'hair' | 'clothes', sure: (at: number) => number) {
  const shares = Float32Array.from({ length: 10 }, (_, i) => sure(x + i));
  const classes = {
    ...ofEachClass(() => new Float32Array(10)),
    [own]: shares,
    others: shares.map((share) => 1 - share),
  };
  return {
    region: { x, y: 0, width: 10, height: 1, outWidth: 10, outHeight: 1 },
    frame: faceTo(-5),
    classes,
    told: { ...ofEachClass(() => new Float32Array(10)), skin: new Float32Array(10).fill(0.1) },
  };
}

describe('two who touch', () => {
  const first = sitterFrom(0, 'hair', (at) => (at < 7 ? 0.9 : 0.3));
  const second = sitterFrom(5, 'clothes', () => 0.6);
  partSitters([first, second]);

  it('keep what nobody else claims', () => {
    expect(first.classes.hair[2]).toBeCloseTo(0.9);
    expect(second.classes.clothes[7]).toBeCloseTo(0.6);
  });

  it('share what both claim by the squares of how sure they are', () => {
    expect(first.classes.hair[5]).toBeCloseTo(0.81 / (0.81 + 0.36));
    expect(second.classes.clothes[0]).toBeCloseTo(0.36 / (0.81 + 0.36));
  });

  it('share what each takes for the other’s, where both do', () => {
    const left = sitterFrom(0, 'hair', (at) => (at < 7 ? 0.9 : 0.2));
    const right = sitterFrom(5, 'clothes', (at) => (at < 9 ? 0.1 : 0.8));
    partSitters([left, right]);
    expect(left.classes.hair[8]).toBeCloseTo(0.2 + (0.7 * 0.04) / (0.04 + 0.01));
    expect(right.classes.clothes[3]).toBeCloseTo(0.1 + (0.7 * 0.01) / (0.04 + 0.01));
  });

  it('go to whom the parser gives a place of which colours make both sure', () => {
    const left = sitterFrom(0, 'hair', () => 0.9);
    const right = sitterFrom(0, 'clothes', () => 0.9);
    right.told.others.fill(0.8);
    partSitters([left, right]);
    expect(left.classes.hair[3]).toBeGreaterThan(0.85);
    expect(right.classes.clothes[3]).toBeLessThan(0.1);
  });

  it('show a head before the body of another, who stands behind', () => {
    const inFront = { ...sitterFrom(0, 'hair', () => 0.8), frame: faceTo(9) };
    const behind = sitterFrom(0, 'clothes', () => 0.8);
    partSitters([behind, inFront]);
    expect(inFront.classes.hair[3]).toBeGreaterThan(0.79);
    expect(behind.classes.clothes[3]).toBeLessThan(0.05);
    expect(behind.classes.others[3]).toBeGreaterThan(0.95);
  });

  it('share what lies far above the one in front, where hair may hang from the one behind', () => {
    const inFront = { ...sitterFrom(0, 'hair', () => 0.8), frame: faceTo(24) };
    const behind = sitterFrom(0, 'hair', () => 0.8);
    partSitters([behind, inFront]);
    expect(inFront.classes.hair[3]).toBeCloseTo(0.5);
  });

  it('share what both have beside their heads as they do beside their bodies', () => {
    const [left, right] = [sitterFrom(0, 'hair', () => 0.8), sitterFrom(0, 'hair', () => 0.6)];
    partSitters([
      { ...left, frame: faceTo(9) },
      { ...right, frame: faceTo(12) },
    ]);
    expect(left.classes.hair[3]).toBeCloseTo(0.64 / (0.64 + 0.36));
  });

  it('take what the parser sees of them where the colours left a place to nobody', () => {
    const left = sitterFrom(0, 'hair', () => 0);
    const right = sitterFrom(0, 'clothes', () => 0);
    partSitters([left, right]);
    expect([left.classes.skin[3], right.classes.skin[3]]).toEqual(
      [0.5, 0.5].map((v) => expect.closeTo(v, 1)),
    );
    expect(left.classes.hair[3]).toBe(0);
  });

  it('share what each takes for the other’s where the parser does so too', () => {
    const left = sitterFrom(0, 'hair', () => 0.2);
    const right = sitterFrom(0, 'clothes', () => 0.2);
    for (const { told } of [left, right]) told.others.fill(0.8);
    partSitters([left, right]);
    expect(left.classes.hair[3]! + right.classes.clothes[3]!).toBeCloseTo(1);
  });

  it('are parted row by row, each for itself', () => {
    const rows = (own: 'hair' | 'clothes', sure: readonly number[]) => {
      const row = sure.map((share) => sitterFrom(0, own, () => share));
      const joined = (of: (n: number, name: (typeof HEAD_CLASSES)[number]) => Float32Array) =>
        ofEachClass((name) => Float32Array.from(sure.flatMap((_, n) => [...of(n, name)])));
      return {
        region: { ...row[0]!.region, height: sure.length, outHeight: sure.length },
        frame: row[0]!.frame,
        classes: joined((n, name) => row[n]!.classes[name]),
        told: joined((n, name) => row[n]!.told[name]),
      };
    };
    const both = [rows('hair', [0.9, 0.3, 0.9]), rows('clothes', [0.6, 0.1, 0.6])] as const;
    const alone = [rows('hair', [0.9]), rows('clothes', [0.6])] as const;
    partSitters(both);
    partSitters(alone);
    for (const row of [0, 2]) {
      expect(both[0].classes.hair[10 * row + 3]).toBe(alone[0].classes.hair[3]);
      expect(both[1].classes.clothes[10 * row + 3]).toBe(alone[1].classes.clothes[3]);
    }
  });

  it('get what only nearness gave to another, who looks at it and sees nobody', () => {
    const left = sitterFrom(0, 'clothes', () => 0.1);
    left.told.skin.fill(0);
    const right = sitterFrom(5, 'hair', () => 0);
    right.classes.others.fill(0);
    right.classes.background.fill(1);
    right.told.background.fill(0.9);
    partSitters([left, right]);
    expect(left.classes.clothes[7]).toBeGreaterThan(0.9);
    expect(left.classes.clothes[2]).toBeCloseTo(0.1);
    expect(right.classes.background[2]).toBeCloseTo(1);
  });

  it('claim no more than all of a place, and every place still sums to 1', () => {
    for (let i = 0; i < 5; i++)
      expect(first.classes.hair[5 + i]! + second.classes.clothes[i]!).toBeLessThanOrEqual(1 + 1e-6);
    for (const { classes } of [first, second])
      for (let i = 0; i < 10; i++)
        expect(HEAD_CLASSES.reduce((sum, name) => sum + classes[name][i]!, 0)).toBeCloseTo(1);
  });
});
