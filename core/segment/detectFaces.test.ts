import { describe, expect, it } from 'vitest';
import { paintedPhoto } from '../../tests/fixtures/paint';
import { ANCHOR_VALUES } from './detectParameters';
import { detectFaces } from './detectFaces';
import type { FaceNetworks } from './networks';

const ANCHORS = 896;
/** The first anchors are two for each cell of 16 pixels, 16 cells across. */
const anchorAt = (column: number, row: number) => 2 * (16 * row + column);

/** A network that sees what it is told at each look. */
function seeing(looks: readonly (readonly { anchor: number; score: number; side: number }[])[]) {
  let look = 0;
  const networks = {
    detect: () => {
      const out = new Float32Array(ANCHORS * ANCHOR_VALUES);
      for (let n = 0; n < ANCHORS; n++) out[n * ANCHOR_VALUES] = -20;
      for (const { anchor, score, side } of looks[look] ?? []) {
        const o = anchor * ANCHOR_VALUES;
        out.set([score, 0, 0, side, side, -side / 4, 0, side / 4, 0, 0, side / 8, 1, side / 3], o);
      }
      look++;
      return Promise.resolve(out);
    },
  } as unknown as FaceNetworks;
  return { networks, looks: () => look };
}
const photo = paintedPhoto(256, 256, () => [120, 120, 120]);

describe('faces of a photo', () => {
  it('lie where the network says, in pixels of the photo', async () => {
    const { networks } = seeing([[{ anchor: anchorAt(4, 6), score: 4, side: 64 }]]);
    const [face] = await detectFaces(photo, networks);
    // The middle of cell 4, 6 of 16 pixels.
    expect([face!.centreX, face!.centreY, face!.side]).toEqual([
      expect.closeTo(72, 6),
      expect.closeTo(104, 6),
      expect.closeTo(64, 6),
    ]);
    expect([face!.score, face!.tiltRadians]).toEqual([expect.closeTo(1 / (1 + Math.exp(-4)), 6), 0]);
    const { eyes, nose, mouth } = face!.marks;
    expect([...eyes, nose, mouth].map((point) => point.map(Math.round))).toEqual([
      [56, 104],
      [88, 104],
      [72, 112],
      [73, 125],
    ]);
  });

  it('are told once, by the surest box, and are none where the network doubts', async () => {
    const { networks } = seeing([
      [
        { anchor: anchorAt(4, 6), score: 1, side: 64 },
        { anchor: anchorAt(4, 6) + 1, score: 5, side: 60 },
        { anchor: anchorAt(12, 6), score: 2, side: 40 },
        { anchor: anchorAt(2, 2), score: -1, side: 40 },
      ],
    ]);
    const faces = await detectFaces(photo, networks);
    expect(faces.map(({ side }) => Math.round(side))).toEqual([60, 40]);
  });

  it('are looked for in turned photos where nobody stands upright', async () => {
    const { networks, looks } = seeing([[], [], [{ anchor: anchorAt(8, 8), score: 5, side: 80 }]]);
    const [face] = await detectFaces(photo, networks);
    expect(face!.tiltRadians).toBeCloseTo(Math.PI / 2, 6);
    expect(looks()).toBe(4);
  });

  it('are looked for in tiles when asked, and are none where nobody is', async () => {
    const plain = seeing([]);
    expect(await detectFaces(photo, plain.networks)).toEqual([]);
    // Whole and padded, in three turns.
    expect(plain.looks()).toBe(6);
    const tiled = seeing([]);
    await detectFaces(photo, tiled.networks, true);
    expect(tiled.looks()).toBeGreaterThanOrEqual(6 + 3 * 9);
  });
});
