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
    const sum = new Float32Array(values.length);
    for (let i = 0; i < sum.length; i++) sum[i] = values[i]! * weights[i]!;
    maskSoften(sum, width, height, sigma);
    for (let i = 0; i < sum.length; i++) sum[i] = weight[i]! > LEAST_WEIGHT ? sum[i]! / weight[i]! : 0;
    return sum;
  };
  return { of, weight };
}
