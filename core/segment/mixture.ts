import { floatsAt, loopRoom } from '../loops/compiledLoops';
import { adjugateSymmetric3 } from '../math/symmetric3';
import { fastExp } from '../colour/fastLog';
import { LEAST_POWER, MIXTURE_ROUNDS } from './headParameters';

/** A mixture of Gaussians with full covariances over interleaved triples. */
export interface Mixture {
  /**
   * per component: weight's logarithm less its normalisation, mean (3), inverse covariance rr, rg, rb, gg,
   * gb, bb (6)
   */
  readonly components: readonly Float64Array[];
}
const COMPONENT_VALUES = 10;

/**
 * Fits a mixture to weighted samples: k-means from quantiles of the first channel, then covariances;
 * deterministic.
 * @param features interleaved triples of a raster
 * @param samples indices of pixels
 * @param count of components at most
 * @param leastSpread standard deviation added to each channel, in units of the features
 */
export function fitMixture(
  features: Float32Array,
  samples: readonly number[],
  count: number,
  leastSpread: readonly [number, number, number],
): Mixture {
  if (samples.length === 0) return { components: [] };
  const sorted = samples.toSorted((p, q) => features[3 * p]! - features[3 * q]!);
  const k = Math.min(count, samples.length);
  const centres = Array.from({ length: k }, (_, n) => {
    const seed = sorted[Math.floor(((n + 0.5) / k) * sorted.length)]!;
    return [features[3 * seed]!, features[3 * seed + 1]!, features[3 * seed + 2]!];
  });
  const owner = new Uint8Array(samples.length);
  for (let round = 0; round < MIXTURE_ROUNDS; round++) {
    assign(features, samples, owner, { centres, spread: leastSpread });
    move(features, samples, centres, owner);
  }
  const components = centres.map((centre, n) =>
    component(
      features,
      samples.filter((_, i) => owner[i] === n),
      { centre, total: samples.length, spread: leastSpread },
    ),
  );
  return { components: components.filter((entry) => entry !== undefined) };
}

/**
 * Density of every colour of a raster.
 * @param features interleaved triples
 * @returns in units of the features^-3
 */
export function mixtureDensities({ components }: Mixture, features: Float32Array): Float32Array {
  const out = new Float32Array(features.length / 3);
  // Component after component: their numbers stay at hand over the whole raster.
  const vectors = Math.ceil(out.length / 4);
  const room = loopRoom(4 * components.length * COMPONENT_VALUES, 48 * vectors, 16 * vectors);
  if (!room) {
    for (const component of components) addDensities(component, features, out);
    return out;
  }
  const { loops, places } = room;
  const [numbers, colours, densities] = places as [number, number, number];
  floatsAt(loops, colours, features.length).set(features);
  floatsAt(loops, densities, 4 * vectors).fill(0);
  components.forEach((component, n) => {
    const place = numbers + 4 * COMPONENT_VALUES * n;
    floatsAt(loops, place, COMPONENT_VALUES).set(component);
    loops.addDensities(place, colours, densities, 4 * vectors, LEAST_POWER);
  });
  out.set(floatsAt(loops, densities, out.length));
  return out;
}

function addDensities(component: Float64Array, features: Float32Array, out: Float32Array): void {
  const weight = component[0]!;
  const x = component[1]!;
  const y = component[2]!;
  const z = component[3]!;
  const xx = component[4]!;
  const xy = component[5]!;
  const xz = component[6]!;
  const yy = component[7]!;
  const yz = component[8]!;
  const zz = component[9]!;
  for (let i = 0, p = 0; i < out.length; i++, p += 3) {
    const dx = features[p]! - x;
    const dy = features[p + 1]! - y;
    const dz = features[p + 2]! - z;
    const distance = dx * (dx * xx + 2 * (dy * xy + dz * xz)) + dy * (dy * yy + 2 * dz * yz) + dz * dz * zz;
    const power = weight - 0.5 * distance;
    if (power > LEAST_POWER) out[i]! += fastExp(power);
  }
}

function assign(
  features: Float32Array,
  samples: readonly number[],
  owner: Uint8Array,
  { centres, spread }: { readonly centres: readonly number[][]; readonly spread: readonly number[] },
): void {
  const scales = spread.map((value) => 1 / value);
  const [sx, sy, sz] = scales as [number, number, number];
  const places = Float64Array.from(
    centres.flatMap((centre) => centre.map((value, channel) => value * scales[channel]!)),
  );
  for (let i = 0; i < samples.length; i++) {
    const p = 3 * samples[i]!;
    const x = features[p]! * sx;
    const y = features[p + 1]! * sy;
    const z = features[p + 2]! * sz;
    let least = Infinity;
    for (let c = 0; c < places.length; c += 3) {
      const dx = x - places[c]!;
      const dy = y - places[c + 1]!;
      const dz = z - places[c + 2]!;
      const distance = dx * dx + dy * dy + dz * dz;
      if (distance < least) {
        least = distance;
        owner[i] = c / 3;
      }
    }
  }
}

function move(
  features: Float32Array,
  samples: readonly number[],
  centres: number[][],
  owner: Uint8Array,
): void {
  const sums = centres.map(() => [0, 0, 0, 0]);
  samples.forEach((sample, i) => {
    const sum = sums[owner[i]!]!;
    for (let channel = 0; channel < 3; channel++) sum[channel]! += features[3 * sample + channel]!;
    sum[3]!++;
  });
  sums.forEach((sum, n) => {
    if (sum[3]! > 0) centres[n] = [sum[0]! / sum[3]!, sum[1]! / sum[3]!, sum[2]! / sum[3]!];
  });
}

function component(
  features: Float32Array,
  members: readonly number[],
  {
    centre,
    total,
    spread,
  }: { readonly centre: readonly number[]; readonly total: number; readonly spread: readonly number[] },
): Float64Array | undefined {
  if (members.length === 0) return undefined;
  let rr = 0;
  let rg = 0;
  let rb = 0;
  let gg = 0;
  let gb = 0;
  let bb = 0;
  for (const member of members) {
    const r = features[3 * member]! - centre[0]!;
    const g = features[3 * member + 1]! - centre[1]!;
    const b = features[3 * member + 2]! - centre[2]!;
    rr += r * r;
    rg += r * g;
    rb += r * b;
    gg += g * g;
    gb += g * b;
    bb += b * b;
  }
  const n = members.length;
  const a = rr / n + spread[0]! ** 2;
  const u = rg / n;
  const v = rb / n;
  const d = gg / n + spread[1]! ** 2;
  const w = gb / n;
  const f = bb / n + spread[2]! ** 2;
  const { adjugate, determinant } = adjugateSymmetric3([a, u, v, d, w, f]);
  const logWeight = Math.log(n / total) - 0.5 * Math.log(determinant) - 1.5 * Math.log(2 * Math.PI);
  return Float64Array.of(
    logWeight,
    centre[0]!,
    centre[1]!,
    centre[2]!,
    ...adjugate.map((value) => value / determinant),
  );
}

/** Indices that belong to something, spread evenly over all of them where there are more than `most`. */
export function sampleOf(count: number, belongs: (index: number) => boolean, most: number): number[] {
  const members: number[] = [];
  for (let i = 0; i < count; i++) if (belongs(i)) members.push(i);
  const stride = Math.max(1, members.length / most);
  return Array.from({ length: Math.min(members.length, most) }, (_, n) => members[Math.floor(n * stride)]!);
}
