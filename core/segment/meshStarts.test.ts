import { describe, expect, it } from 'vitest';
import type { FaceBox } from './detectFaces';
import type { FaceLandmarks, LandmarkPoint } from './faceLandmarks';
import { bestTurned, isTurnedAway, surest, turnedStarts, widerStarts } from './meshStarts';

/** A face that looks to the left: its eyes lie on each other, its mouth a little before them. */
const profile: FaceBox = {
  score: 0.85,
  centreX: 200,
  centreY: 200,
  side: 100,
  tiltRadians: 1.2,
  marks: {
    eyes: [
      [170, 180],
      [172, 184],
    ],
    nose: [155, 200],
    mouth: [164, 222],
  },
};
const EYE_CORNERS = [33, 133, 263, 362];
const MOUTH = [13, 14];

/** A mesh whose eyes, nose and mouth lie so far to the right of the marks. */
function mesh(confidence: number, off = 0, { marks: { nose, mouth } } = profile): FaceLandmarks {
  const points: LandmarkPoint[] = Array.from({ length: 468 }, () => [0, 0]);
  for (const corner of EYE_CORNERS) points[corner] = [171 + off, 182];
  for (const lip of MOUTH) points[lip] = [mouth[0] + off, mouth[1]];
  points[1] = [nose[0] + off, nose[1]];
  return { points, confidence } as unknown as FaceLandmarks;
}

describe('a face that is turned away', () => {
  it('has its eyes near each other for how far its mouth is', () => {
    const facing = {
      ...profile,
      marks: { ...profile.marks, eyes: [[150, 180] as const, [190, 180] as const] as const },
    };
    expect([isTurnedAway(profile), isTurnedAway(facing)]).toEqual([true, false]);
  });

  it('is looked for to both sides, as upright as eyes and mouth say too', () => {
    const starts = turnedStarts(profile);
    expect(new Set(starts.map(({ centreX }) => Math.sign(Math.round(centreX - 200))))).toEqual(
      new Set([-1, 0, 1]),
    );
    // From the eyes 7 to the left and 40 down to the mouth: turned clockwise by that much.
    expect(new Set(starts.map(({ tiltRadians }) => tiltRadians))).toEqual(
      new Set([1.2, expect.closeTo(Math.atan2(7, 40), 9)]),
    );
    expect(new Set(starts.map(({ side }) => side))).toEqual(new Set([125, 150]));
  });

  it('has the mesh that lies on the marks rather than one that is surer elsewhere', () => {
    const [on, elsewhere] = [mesh(1), mesh(4, 9)];
    expect(bestTurned([elsewhere, on], profile)).toBe(on);
    expect(bestTurned([mesh(4), on], profile)!.confidence).toBe(4);
  });

  it('is one where its mesh is as sure as of a face from the front, however small it is to the detector', () => {
    const doubted = { ...profile, score: 0.55 };
    expect(bestTurned([mesh(10, 14)], doubted)).toBeDefined();
    expect(bestTurned([mesh(9.9)], doubted)).toBeUndefined();
    expect(bestTurned([mesh(10, 21)], doubted)).toBeUndefined();
  });

  it('is none where the detector doubts, the mesh does, or it lies off the marks', () => {
    expect(bestTurned([mesh(1)], { ...profile, score: 0.65 })).toBeUndefined();
    expect(bestTurned([mesh(-9)], profile)).toBeUndefined();
    expect(bestTurned([mesh(1, 11)], profile)).toBeUndefined();
    expect(bestTurned([mesh(1, 9)], profile)).toBeDefined();
    expect(bestTurned([], profile)).toBeUndefined();
  });
});

describe('a mesh that lies off the detector’s marks', () => {
  it('is looked for in larger squares and higher ones, turned as the face is', () => {
    const starts = widerStarts({ ...profile, tiltRadians: Math.PI / 2 });
    expect(starts.every(({ side }) => side >= 150)).toBe(true);
    const upright = widerStarts({ ...profile, tiltRadians: 0 });
    expect(Math.min(...upright.map(({ centreY }) => centreY))).toBeLessThan(170);
    expect(upright.every(({ centreX, centreY }) => centreX === 200 && centreY <= 200)).toBe(true);
    // A head that lies on its side, its eyes at the right of its mouth: higher is to the right.
    expect(Math.max(...starts.map(({ centreX }) => centreX))).toBeGreaterThan(230);
    expect(starts.every(({ centreX, centreY }) => centreX >= 200 && Math.abs(centreY - 200) < 1e-9)).toBe(
      true,
    );
  });

  it('gives way to one that is surer, but for one of a neighbour', () => {
    const [first, surer, doubtful, neighbour] = [mesh(12), mesh(30, 50), mesh(11), mesh(40, 160)];
    expect(surest(first, [doubtful, surer, neighbour], profile)).toBe(surer);
    expect(surest(first, [doubtful, neighbour], profile)).toBe(first);
  });
});
