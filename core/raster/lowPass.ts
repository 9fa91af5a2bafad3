import { maskSoften } from './maskSoften';

/** A low-pass that looks at an area alone: what it needs besides values is their weights. */
export interface AreaLowPass {
  /** @param values one per pixel @returns their low-pass; 0 where the area is out of reach */
  readonly of: (values: Float32Array) => Float32Array;
  /** the weights' own low-pass, 0..1: how much of the area is near */
  readonly weight: Float32Array;
}

const LEAST_WEIGHT = 1e-4;

/**
 * Gaussian normalised by coverage, so that nothing leaks in from outside the area.
 * @param weights 0..1 per pixel
 * @param sigma in pixels
 * @see Knutsson and Westin 1993, "Normalized and differential convolution"
 */
export function areaLowPass(
  weights: Float32Array,
  width: number,
  height: number,
  sigma: number,
): AreaLowPass {
  const weight = weights.slice();
  maskSoften(weight, width, height, sigma);
  const of = (values: Float32Array) => {
    const sum = values.map((value, i) => value * weights[i]!);
    maskSoften(sum, width, height, sigma);
    return sum.map((value, i) => (weight[i]! > LEAST_WEIGHT ? value / weight[i]! : 0));
  };
  return { of, weight };
}
