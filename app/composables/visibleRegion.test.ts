import { describe, expect, it } from 'vitest';
import { visibleRegion } from './visibleRegion';

const photo = { width: 1000, height: 800 };
const view = { left: -200, top: -100, zoom: 1, devicePixels: 1, width: 400, height: 300, radians: 0 };

describe('what of the photo is in sight', () => {
  it('is the rectangle of the view, cut at the photo’s edges', () => {
    expect(visibleRegion(view, photo)).toMatchObject({ x: 200, y: 100, width: 400, height: 300 });
    expect(visibleRegion({ ...view, left: 50 }, photo)).toMatchObject({ x: 0, width: 350 });
    expect(visibleRegion({ ...view, left: 500 }, photo)).toBeUndefined();
  });

  it('holds every corner of a view that is turned', () => {
    for (const degrees of [15, 60, 90, 200]) {
      const radians = (degrees * Math.PI) / 180;
      const region = visibleRegion({ ...view, left: -400, top: -300, radians }, photo)!;
      for (const [across, down] of [
        [200, 150],
        [-200, 150],
        [200, -150],
        [-200, -150],
      ] as const) {
        // A corner of the view, turned back about its middle, which lies at 600, 450 of the photo.
        const x = 600 + across * Math.cos(radians) + down * Math.sin(radians);
        const y = 450 - across * Math.sin(radians) + down * Math.cos(radians);
        expect(x).toBeGreaterThanOrEqual(region.x - 1e-6);
        expect(x).toBeLessThanOrEqual(region.x + region.width + 1e-6);
        expect(y).toBeGreaterThanOrEqual(region.y - 1e-6);
        expect(y).toBeLessThanOrEqual(region.y + region.height + 1e-6);
      }
    }
  });
});
