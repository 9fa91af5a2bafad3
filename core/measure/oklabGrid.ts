import { halveArea } from '../raster/halveArea';
import { sharesOf } from '../raster/coverage8';
import type { AreaPlanes } from '../raster/halveArea';
import type { AreaInput } from './areaInput';
import { oklabPlanes } from './trend';

/** An area as planes of OKLab L, a and b with its coverage, halved until it has no more than so many pixels. */
export function oklabGrid({ pixels, coverage, region }: AreaInput, mostPixels: number): AreaPlanes {
  return halveArea(
    {
      region,
      planes: oklabPlanes(pixels.data),
      weights: sharesOf(coverage.data),
    },
    mostPixels,
  );
}
