import { describe, expect, it } from 'vitest';
import { buildPyramid } from '../raster/pyramid';
import type { FaceBox } from './detectFaces';
import { faceLandmarks } from './faceLandmarks';
import { EYE_POINTS, LIP_POINTS } from './landmarkGroups';
import type { FaceNetworks, MeshOutput } from './networks';

const SIDE = 64;
const photo = buildPyramid({
  space: 'srgb8',
  width: SIDE,
  height: SIDE,
  data: new Uint8ClampedArray(4 * SIDE * SIDE).fill(128),
});
const box = (score: number): FaceBox => ({
  score,
  centreX: 32,
  centreY: 32,
  side: 20,
  tiltRadians: 0,
  marks: {
    eyes: [
      [27, 30],
      [37, 30],
    ],
    nose: [32, 34],
    mouth: [32, 38],
  },
});
/** A mesh in the middle of whatever it is shown, of which one look after the other is so sure. */
function lookingWith(...confidences: readonly number[]) {
  let looks = 0;
  const plane = (count: number, values: number) =>
    Float32Array.from({ length: values * count }, (_, i) => 90 + 12 * Math.sin(i));
  const mesh = (): MeshOutput => ({
    confidence: confidences[Math.min(looks++, confidences.length - 1)]!,
    points: plane(468, 3),
    lips: plane(LIP_POINTS.length, 2),
    eyes: [plane(EYE_POINTS.right.length, 2), plane(EYE_POINTS.left.length, 2)],
    irises: [plane(5, 2), plane(5, 2)],
  });
  const networks = { mesh: async () => mesh() } as unknown as FaceNetworks;
  return { networks, looks: () => looks };
}

describe('the mesh of a face', () => {
  it('is looked for from further starts where the detector is sure of a face that the mesh does not see', async () => {
    const hidden = lookingWith(3, 8, 5, 11, 9);
    expect((await faceLandmarks(photo, box(0.8), hidden.networks))!.confidence).toBe(11);
    expect(hidden.looks()).toBeGreaterThan(10);
  });

  it('is none where it is doubtful from everywhere', async () => {
    expect(await faceLandmarks(photo, box(0.9), lookingWith(3, 9.9).networks)).toBeUndefined();
  });

  it('is not looked for further where the detector doubts too', async () => {
    const { networks, looks } = lookingWith(3, 8, 30);
    expect(await faceLandmarks(photo, box(0.6), networks)).toBeUndefined();
    expect(looks()).toBe(2);
  });
});
