import { describe, expect, it } from 'vitest';
import { uprightFrame } from '../../tests/fixtures/faceFrames';
import { buildPyramid } from '../raster/pyramid';
import { sampleRegion } from '../raster/sampleRegion';
import type { Region } from '../raster/raster';
import { bodyBeyond } from './bodyBeyond';
import { ofEachClass } from './classShares';
import { oklabOf } from './headGrid';
import type { HeadGrid } from './headGrid';

const WIDTH = 300;
const HEIGHT = 480;
type Seen = 'skin' | 'clothes' | 'background';
const COLOURS: Readonly<Record<Seen, readonly [number, number, number]>> = {
  skin: [206, 150, 122],
  clothes: [40, 60, 120],
  background: [150, 160, 150],
};

/** A drawn figure: a face, a shirt, arms and legs; the legs stand in a fifth of the light. */
function seenAt(x: number, y: number): Seen {
  if (Math.hypot(x - 150, (y - 50) * 0.8) < 25) return 'skin';
  if (y > 80 && y < 260 && Math.abs(x - 150) < 40) return 'clothes';
  const isArm = y > 90 && y < 250 && Math.abs(Math.abs(x - 150) - 50) < 10;
  const isLeg = y >= 260 && y < 460 && Math.abs(Math.abs(x - 150) - 22) < 15;
  return isArm || isLeg ? 'skin' : 'background';
}

const photo = buildPyramid({
  space: 'srgb8',
  width: WIDTH,
  height: HEIGHT,
  data: Uint8ClampedArray.from({ length: 4 * WIDTH * HEIGHT }, (_, i) => {
    const pixel = i >> 2;
    const y = Math.floor(pixel / WIDTH);
    const wobble = ((pixel * 7919) % 13) - 6;
    const shade = y > 260 ? 0.45 : 1;
    return [...COLOURS[seenAt((pixel % WIDTH) + 0.5, y + 0.5)].map((code) => shade * code + wobble), 255][
      i % 4
    ]!;
  }),
});
const frame = uprightFrame([150, 45], 40);

/** The head's surroundings as they are truly divided. */
function gridOver(region: Region): HeadGrid & { readonly truth: readonly Seen[] } {
  const source = sampleRegion(photo, region);
  const truth = Array.from({ length: region.outWidth * region.outHeight }, (_, i) =>
    seenAt(region.x + (i % region.outWidth) + 0.5, region.y + Math.floor(i / region.outWidth) + 0.5),
  );
  const nothing = new Float32Array(truth.length);
  return {
    region,
    frame,
    source,
    oklab: oklabOf(source),
    rough: nothing,
    person: ([x, y]) => (seenAt(x, y) === 'background' ? 0.05 : 0.95),
    others: [],
    parsed: { shares: ofEachClass(() => nothing), trust: nothing },
    truth,
  };
}

function beyond(view: Region) {
  const grid = gridOver(view);
  const classes = ofEachClass((name) => Float32Array.from(grid.truth, (is) => Number(is === name)));
  return bodyBeyond(photo, grid, { classes, view });
}

describe('a body beyond the surroundings of its head', () => {
  const view = { x: 60, y: 0, width: 180, height: 200, outWidth: 180, outHeight: 200 };

  it('goes on to the frame: skin by its colour in whatever light, clothes for the rest', () => {
    const { region, skin, clothes } = beyond(view)!;
    let right = 0;
    let count = 0;
    for (let i = 0; i < skin.length; i++) {
      const x = region.x + (((i % region.outWidth) + 0.5) * region.width) / region.outWidth;
      const y = region.y + ((Math.floor(i / region.outWidth) + 0.5) * region.height) / region.outHeight;
      if (y < 210) continue;
      const is = seenAt(x, y);
      count++;
      if (is === 'background' ? skin[i]! + clothes[i]! < 0.5 : { skin, clothes }[is][i]! > 0.5) right++;
    }
    expect(right / count).toBeGreaterThan(0.96);
  });

  it('leaves what was found about the head to that', () => {
    const { region, skin } = beyond(view)!;
    const column = Math.floor(((150 - region.x) * region.outWidth) / region.width);
    const row = Math.floor(((50 - region.y) * region.outHeight) / region.height);
    expect(skin[row * region.outWidth + column]).toBe(0);
  });

  it('is not looked for where the head’s surroundings reach the frame', () => {
    expect(
      beyond({ x: 0, y: 0, width: WIDTH, height: HEIGHT, outWidth: WIDTH, outHeight: HEIGHT }),
    ).toBeUndefined();
  });
});
