import { describe, expect, it } from 'vitest';
import { uprightFrame } from '../../tests/fixtures/faceFrames';
import type { FaceLandmarks, LandmarkPoint } from './faceLandmarks';
import { faceShares, featureZones, hairOver } from './faceZones';
import { BROW_LOOPS, FACE_OVAL } from './landmarkGroups';

/** A round face with one brow above its middle; every other point lies on the nose. */
const points: LandmarkPoint[] = Array.from({ length: 478 }, () => [100, 110]);
FACE_OVAL.forEach((index, n) => {
  const angle = (2 * Math.PI * n) / FACE_OVAL.length;
  points[index] = [100 + 60 * Math.sin(angle), 100 - 70 * Math.cos(angle)];
});
BROW_LOOPS.right.forEach((index, n) => {
  const angle = (2 * Math.PI * n) / BROW_LOOPS.right.length;
  points[index] = [75 + 18 * Math.sin(angle), 70 - 5 * Math.cos(angle)];
});
const frame = uprightFrame([100, 90], 120, { chin: [0, 0.66] });
const region = { x: 0, y: 0, width: 200, height: 200, outWidth: 200, outHeight: 200 };
const zonesUnder = (sure: number, near = sure) =>
  featureZones({ points } as unknown as FaceLandmarks, frame, region, { at: () => sure, near: () => near });

describe('whose skin is the face’s own', () => {
  const at = (x: number, y: number, told: number, mesh = points) =>
    faceShares({ points: mesh } as unknown as FaceLandmarks, frame, region, () => told)[y * 200 + x]!;

  it('is what lies within the mesh’s oval, whatever the parser says', () => {
    expect([at(100, 120, 0), at(100, 195, 1)]).toEqual([1, 0]);
  });

  it('is the nose of a profile too, which stands out from that oval', () => {
    const NOSE = 1;
    const profile = points.with(NOSE, [25, 110]);
    expect([at(32, 110, 0.5), at(32, 110, 0.5, profile)]).toEqual([
      expect.closeTo(0, 1),
      expect.closeTo(1, 1),
    ]);
    // Below the nose the mesh ends as it did.
    expect(at(32, 140, 0.5, profile)).toBeCloseTo(0, 1);
  });

  it('is said by the parser where a cheek or a jaw ends', () => {
    // Four pixels beyond the oval, and within it.
    expect(at(164, 105, 0.5)).toBeLessThan(0.3);
    expect(at(164, 105, 0.95)).toBeGreaterThan(0.9);
    expect(at(156, 105, 0.5)).toBeGreaterThan(0.7);
    expect(at(156, 105, 0.05)).toBeLessThan(0.1);
  });
});

describe('where what looks like hair is none', () => {
  it('is on brows and well inside the face, not on the forehead or beside it', () => {
    const zones = zonesUnder(0);
    const at = (x: number, y: number) => zones[y * 200 + x];
    expect([at(75, 70), at(100, 120), at(125, 45), at(10, 10)]).toEqual([1, 1, 0, 0]);
  });

  it('gives way to hair that hangs there, as far as the parser is sure of it', () => {
    expect(zonesUnder(0.95).every((zone) => zone === 0)).toBe(true);
    // On a brow by what is seen there, in the middle of the face by what is seen near.
    const zones = zonesUnder(0, 0.95);
    expect([zones[70 * 200 + 75], zones[120 * 200 + 100]]).toEqual([1, 0]);
    expect([hairOver(0.3), hairOver(0.7), hairOver(1)]).toEqual([0, 0.5, 1].map((v) => expect.closeTo(v)));
  });
});
