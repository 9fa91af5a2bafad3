import { describe, expect, it } from 'vitest';
import { photoWith } from '../../tests/fixtures/documents';
import { regionAbout } from './useVariants';

const photo = { ...photoWith(), width: 1000, height: 800 };
const size = { width: 150, height: 100 };

describe('the part of a photo that a small picture shows', () => {
  it('holds the box with room about it, in the picture’s proportions, inside the photo', () => {
    for (const box of [
      { x: 400, y: 300, width: 100, height: 100 },
      { x: 0, y: 0, width: 30, height: 10 },
      { x: 950, y: 700, width: 50, height: 100 },
      { x: 0, y: 0, width: 1000, height: 800 },
    ]) {
      const region = regionAbout(photo, box, size);
      expect(region.width / region.height).toBeCloseTo(1.5, 9);
      expect(region.x).toBeGreaterThanOrEqual(0);
      expect(region.y).toBeGreaterThanOrEqual(0);
      expect(region.x + region.width).toBeLessThanOrEqual(1000 + 1e-9);
      expect(region.y + region.height).toBeLessThanOrEqual(800 + 1e-9);
      expect(region.outWidth).toBeLessThanOrEqual(300);
    }
    const near = regionAbout(photo, { x: 400, y: 300, width: 100, height: 100 }, size);
    expect([near.height, near.x + near.width / 2, near.y + near.height / 2]).toEqual([170, 450, 350]);
  });

  it('is not enlarged beyond the photo’s own pixels', () => {
    const region = regionAbout(photo, { x: 10, y: 10, width: 20, height: 10 }, size);
    expect([region.outWidth, region.outHeight]).toEqual([
      Math.round(region.width),
      Math.round(region.height),
    ]);
  });
});
