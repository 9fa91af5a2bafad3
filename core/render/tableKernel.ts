import { lookUp, tabulate } from '../raster/lut3d';
import { NO_PLACES } from './kinds';
import type { PixelKernel } from './kinds';

/**
 * A kernel as a table; colours outside the cube, which earlier steps may have made, go through the kernel
 * itself.
 */
export function tableKernel(exact: PixelKernel, size: number): PixelKernel {
  const lut = tabulate((pixels, count) => exact(pixels, count, NO_PLACES), size);
  const one = new Float32Array(3);
  return (pixels, count) => {
    const outside: number[] = [];
    for (let p = 0; p < 3 * count; p += 3) {
      if (isInside(pixels[p]!) && isInside(pixels[p + 1]!) && isInside(pixels[p + 2]!)) continue;
      one.set(pixels.subarray(p, p + 3));
      exact(one, 1, NO_PLACES);
      outside.push(p, one[0]!, one[1]!, one[2]!);
      pixels.fill(0, p, p + 3);
    }
    lookUp(lut, pixels, count);
    for (let n = 0; n < outside.length; n += 4) pixels.set(outside.slice(n + 1, n + 4), outside[n]!);
  };
}

function isInside(linear: number): boolean {
  return linear >= 0 && linear <= 1;
}
