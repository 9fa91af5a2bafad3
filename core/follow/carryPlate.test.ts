import { describe, expect, it } from 'vitest';
import type { Plate } from '../raster/plate';
import type { Region } from '../raster/raster';
import { carriablePlate, carryPlate } from './carryPlate';
import { noMotion } from './motion';
import type { Motion } from './motion';

const frame: Region = { x: 0, y: 0, width: 200, height: 160, outWidth: 50, outHeight: 40 };
function moving(dx: number, dy: number, sure = 1): Motion {
  const motion = noMotion(frame);
  for (let i = 0; i < motion.data.length; i += 3) motion.data.set([dx, dy, sure], i);
  return motion;
}
const region: Region = { x: 60, y: 40, width: 40, height: 30, outWidth: 40, outHeight: 30 };
const full: Plate = { region, coverage8: new Uint8Array(1200).fill(255) };
/** Pixels of the frame that a plate covers, and where their middle lies. */
function covered({ region: at, coverage8 }: Plate) {
  let [sum, x, y] = [0, 0, 0];
  coverage8.forEach((value, i) => {
    const share = (value / 255) * ((at.width * at.height) / coverage8.length);
    sum += share;
    x += share * (at.x + (((i % at.outWidth) + 0.5) * at.width) / at.outWidth);
    y += share * (at.y + ((Math.floor(i / at.outWidth) + 0.5) * at.height) / at.outHeight);
  });
  return { sum, x: x / sum, y: y / sum };
}

describe('a carried plate', () => {
  it('stays to the bit where nothing moves', () => {
    const copy = { region: { ...region }, coverage8: full.coverage8.slice() };
    const sources = [
      { plate: full, motion: moving(0, 0), weight: 0.3 },
      { plate: copy, motion: moving(0, 0), weight: 0.7 },
    ];
    expect(carryPlate(sources)).toEqual({ plate: full, sure: 1 });
  });

  it('lies where the motion says', () => {
    // Its places lie 12 to the right and 8 down of where they are looked for.
    const { plate } = carryPlate([{ plate: full, motion: moving(12, 8), weight: 1 }])!;
    const { sum, x, y } = covered(plate);
    expect(sum).toBeCloseTo(1200, -1);
    expect(x).toBeCloseTo(80 - 12, 1);
    expect(y).toBeCloseTo(55 - 8, 1);
  });

  it('comes by halves from two sides, by less from the one that is unsure, and fades where it is missing', () => {
    const at = (share: number, sure: number, missing = 0) =>
      covered(
        carryPlate(
          [
            { plate: full, motion: moving(1, 0, sure), weight: share },
            { plate: { ...full, coverage8: new Uint8Array(1200) }, motion: moving(1, 0), weight: 1 - share },
          ],
          missing,
        )!.plate,
      ).sum;
    expect(at(0.5, 1)).toBeCloseTo(600, -1);
    expect(at(0.5, 0.1)).toBeLessThan(140);
    expect(at(1, 1, 1)).toBeCloseTo(606, -1);
  });

  it('goes on beyond the border of the frame, and is nothing once it has left', () => {
    const low = { ...full, region: { ...region, y: 130 } };
    const { plate } = carryPlate([{ plate: low, motion: moving(0, 20), weight: 1 }])!;
    // Seen 20 pixels higher: what was at the border reaches down to it.
    expect(covered(plate).sum).toBeCloseTo(40 * 50, -2);
    expect(carryPlate([{ plate: full, motion: moving(500, 0), weight: 1 }])).toBeUndefined();
    expect(carryPlate([])).toBeUndefined();
  });

  it('is carried on no more than 640 pixels', () => {
    const large = {
      region: { ...region, outWidth: 1280, outHeight: 960 },
      coverage8: new Uint8Array(1280 * 960).fill(128),
    };
    const small = carriablePlate(large);
    expect(small.region).toMatchObject({ ...region, outWidth: 640, outHeight: 480 });
    expect(small.coverage8.every((value) => value === 128)).toBe(true);
    expect(carriablePlate(full)).toBe(full);
  });
});
