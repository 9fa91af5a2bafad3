import { MODEL_CLUSTERS, MODEL_ROUNDS, MODEL_SAMPLES } from './headParameters';

/** A few clusters of colour, each with its own spread per channel. */
export interface ColourModel {
  /** interleaved triples */
  readonly centres: Float32Array;
  /** interleaved 1 / variance */
  readonly precisions: Float32Array;
}

/**
 * Describes the colours under a stroke by k-means clusters; deterministic.
 * @param features interleaved triples of the picture
 * @param samples indices of the pixels under the stroke, at least one
 * @param leastSpread smallest standard deviation of a cluster, in units of the features
 */
export function colourModel(
  features: Float32Array,
  samples: readonly number[],
  leastSpread: number,
): ColourModel {
  const stride = Math.max(1, Math.floor(samples.length / MODEL_SAMPLES));
  const chosen = samples.filter((_, i) => i % stride === 0);
  chosen.sort((p, q) => features[3 * p]! - features[3 * q]!);
  const count = Math.min(MODEL_CLUSTERS, chosen.length);
  const centres = new Float32Array(count * 3);
  const precisions = new Float32Array(count * 3);
  for (let k = 0; k < count; k++) {
    const seed = chosen[Math.floor(((k + 0.5) / count) * chosen.length)]!;
    for (let channel = 0; channel < 3; channel++) centres[3 * k + channel] = features[3 * seed + channel]!;
  }
  for (let round = 0; round < MODEL_ROUNDS; round++) {
    const sums = new Float64Array(count * 7);
    for (const sample of chosen) {
      let best = 0;
      let least = Infinity;
      for (let k = 0; k < count; k++) {
        let distance = 0;
        for (let channel = 0; channel < 3; channel++)
          distance += (features[3 * sample + channel]! - centres[3 * k + channel]!) ** 2;
        if (distance < least) {
          least = distance;
          best = k;
        }
      }
      sums[7 * best]!++;
      for (let channel = 0; channel < 3; channel++) {
        const value = features[3 * sample + channel]!;
        sums[7 * best + 1 + channel]! += value;
        sums[7 * best + 4 + channel]! += value * value;
      }
    }
    for (let k = 0; k < count; k++) {
      const members = sums[7 * k]!;
      for (let channel = 0; channel < 3; channel++) {
        const mean = members > 0 ? sums[7 * k + 1 + channel]! / members : centres[3 * k + channel]!;
        const variance = members > 0 ? sums[7 * k + 4 + channel]! / members - mean * mean : 0;
        centres[3 * k + channel] = mean;
        precisions[3 * k + channel] = 1 / Math.max(variance, leastSpread * leastSpread);
      }
    }
  }
  return { centres, precisions };
}

/** How far a colour lies from the nearest cluster, in its standard deviations. */
export function colourModelDistance(
  { centres, precisions }: ColourModel,
  features: Float32Array,
  index: number,
): number {
  const x = features[3 * index]!;
  const y = features[3 * index + 1]!;
  const z = features[3 * index + 2]!;
  let least = Infinity;
  for (let k = 0; k < centres.length; k += 3) {
    const dx = x - centres[k]!;
    const dy = y - centres[k + 1]!;
    const dz = z - centres[k + 2]!;
    const distance = dx * dx * precisions[k]! + dy * dy * precisions[k + 1]! + dz * dz * precisions[k + 2]!;
    if (distance < least) least = distance;
  }
  return Math.sqrt(least);
}
