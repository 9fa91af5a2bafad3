import { describe, expect, it } from 'vitest';
import { rasteriseEllipse } from './rasterise';

const draw = (radiusX: number, radiusY: number, scale = 1) => {
  const size = 60;
  const out = new Float32Array((size * scale) ** 2);
  rasteriseEllipse(
    { x: 30.3, y: 29.6, radiusX, radiusY },
    { x: 0, y: 0, width: size, height: size, outWidth: size * scale, outHeight: size * scale },
    out,
  );
  return out.reduce((sum, value) => sum + value, 0);
};

describe('ellipse', () => {
  it.each([
    [20, 20],
    [22, 11],
    [3, 3],
    [28, 4],
  ])('of %d by %d covers π times both radii', (radiusX, radiusY) => {
    expect(draw(radiusX, radiusY) / (Math.PI * radiusX * radiusY)).toBeCloseTo(1, 1);
  });

  it('covers a quarter of the pixels at half the size', () => {
    expect(draw(20, 14, 0.5) / draw(20, 14)).toBeCloseTo(0.25, 2);
  });
});
