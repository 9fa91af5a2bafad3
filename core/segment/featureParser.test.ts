import { describe, expect, it } from 'vitest';
import { paintedPhoto } from '../../tests/fixtures/paint';
import { featureAnswer } from '../../tests/fixtures/featureAnswers';
import { faceFrame } from './faceFrame';
import type { FaceLandmarks, LandmarkPoint } from './faceLandmarks';
import { featureInput, featurePlane, featurePoint, featureSquare, parseFeatures } from './featureParser';
import { BROW_LOOPS, EYE_LOOPS, FACE_OVAL, LIPS_INNER, LIPS_OUTER } from './landmarkGroups';
import { FEATURE_ANSWER_SIZE, FEATURE_CLASSES, FEATURE_PLANES, FEATURE_SIZE } from './networks';
import type { FaceNetworks } from './networks';

/** A face 200 wide about (150, 150) that is the same on both sides. */
const points: LandmarkPoint[] = Array.from({ length: 468 }, () => [150, 150]);
/** Round an oval from its end at the one side or the other. */
const put = (loop: readonly number[], [x, y]: LandmarkPoint, across: number, down: number) =>
  loop.forEach((index, n) => {
    const angle = (2 * Math.PI * n) / loop.length;
    points[index] = [x + across * Math.cos(angle), y + down * Math.sin(angle)];
  });
put(FACE_OVAL, [150, 160], 100, 130);
put(LIPS_OUTER, [150, 230], -40, 14);
put(LIPS_INNER, [150, 230], 30, 2);
for (const [side, x, across] of [
  ['right', 105, -22],
  ['left', 195, 22],
] as const) {
  put(EYE_LOOPS[side], [x, 150], across, 10);
  put(BROW_LOOPS[side], [x, 115], 30, 6);
}
points[234] = [50, 160];
points[454] = [250, 160];
const landmarks: FaceLandmarks = {
  points,
  irises: { right: { middle: [105, 150], radius: 8 }, left: { middle: [195, 150], radius: 8 } },
  confidence: 20,
  tiltRadians: 0,
};
const frame = faceFrame(landmarks);
/** Of either eye the iris, and a mole at its outer corner. */
const photo = paintedPhoto(300, 300, (x, y) =>
  [105, 195].some((eye) => Math.hypot(x - eye, y - 150) < 9) ||
  [72, 228].some((mole) => Math.hypot(x - mole, y - 150) < 4)
    ? [40, 60, 90]
    : [200, 160, 140],
);

async function inputs(of = landmarks): Promise<Float32Array[]> {
  const seen: Float32Array[] = [];
  const networks = {
    features: (input: Float32Array) => {
      seen.push(input);
      return Promise.resolve(new Float32Array(FEATURE_CLASSES.length * FEATURE_ANSWER_SIZE ** 2));
    },
  } as unknown as FaceNetworks;
  await parseFeatures(photo, { landmarks: of, frame, networks });
  return seen;
}

describe('what the feature parser is shown', () => {
  it('is an eye with its brow, the other as in a mirror, and the mouth, in squares about them', async () => {
    const [right, left, mouth] = (await inputs()) as [Float32Array, Float32Array, Float32Array];
    const most = right.reduce((far, value, i) => Math.max(far, Math.abs(value - left[i]!)), 0);
    expect(most).toBeLessThan(1e-3);
    const { centreX, centreY, side } = featureSquare(landmarks, frame, 'mouth');
    expect([centreX, centreY, side / frame.unit].map((value) => Number(value.toFixed(6)))).toEqual([
      150, 230, 0.7,
    ]);
    const at = (input: Float32Array, plane: number, x: number, y: number) =>
      input[FEATURE_PLANES * (y * FEATURE_SIZE + x) + plane]!;
    const middle = FEATURE_SIZE / 2;
    // Lips, well within; the gap, at its middle just within; no iris.
    expect(at(mouth, 3, middle, middle)).toBeGreaterThan(0.8);
    expect(at(mouth, 4, middle, middle)).toBeGreaterThan(0.5);
    expect(at(mouth, 5, middle, middle)).toBe(0);
    // The eye's own outline, its brow's and its iris' where they are.
    const eyeY = Math.round(FEATURE_SIZE * (0.5 + 0.08 / 0.6));
    const browY = Math.round(eyeY - (35 / (0.6 * frame.unit)) * FEATURE_SIZE);
    expect([3, 4, 5].map((plane) => at(right, plane, middle, eyeY) > 0.5)).toEqual([true, false, true]);
    expect([3, 4, 5].map((plane) => at(right, plane, middle, browY) > 0.5)).toEqual([false, true, false]);
  });

  it('is the same in any light and exposure', () => {
    const planes = [3, 5, 7, 0, 0.5, 1].map((n, plane) =>
      Float32Array.from({ length: 64 }, (_, i) => (plane < 3 ? ((n * i) % 11) / 20 : n)),
    );
    const darker = planes.map((plane, n) => (n < 3 ? plane.map((value) => 0.2 + 0.9 * value) : plane));
    const [one, other] = [featureInput(planes), featureInput(darker)];
    one.forEach((value, i) => expect(Math.abs(value - other[i]!)).toBeLessThan(0.05));
    const colours = [...one].filter((_, i) => i % FEATURE_PLANES < 3);
    expect(Math.abs(colours.reduce((sum, value) => sum + value, 0) / colours.length)).toBeLessThan(1e-4);
    expect([...one.slice(3, 6)]).toEqual([0, 0.5, 1]);
  });
});

describe('what the feature parser says', () => {
  it.each(['right', 'left'] as const)('of the %s eye lies where it is in the photo', (side) => {
    const answer = featureAnswer(side, { centre: [60, 50], side: 96 }, (x, y) =>
      x > 70 && y < 40 ? 'iris' : 'rest',
    );
    const region = { x: 0, y: 0, width: 120, height: 100, outWidth: 120, outHeight: 100 };
    const iris = featurePlane(answer, region, 'iris');
    const at = (x: number, y: number) => Math.round(1e5 * iris[y * 120 + x]!) / 1e5;
    expect([at(90, 20), at(40, 20), at(90, 60)]).toEqual([1, 0, 0]);
    // Beyond the square it says nothing.
    expect(at(119, 1)).toBe(0);
    expect(featurePlane(answer, region, 'iris', 'rest')[20 * 120 + 40]).toBeCloseTo(1, 6);
    const [x, y] = featurePoint(answer, [10, 30]);
    expect([x, y]).toEqual([side === 'left' ? 98 : 22, 32]);
  });
});
