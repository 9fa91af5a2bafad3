/** Part of core/segment/mixture.ts with four colours at a time. Places in bytes. */

import { LOG2E, powersOfTwo } from './logarithm';

/**
 * Adds the density of each colour in one Gaussian.
 * @param component ten f32: logarithm of weight and norm, mean, inverse covariance xx, xy, xz, yy, yz, zz
 * @param features interleaved triples, f32
 * @param out one f32 each
 * @param count a multiple of 4
 * @param leastPower e to less than this hardly counts
 */
export function addDensities(
  component: usize,
  features: usize,
  out: usize,
  count: i32,
  leastPower: f32,
): void {
  const weight = v128.load32_splat(component);
  const mx = v128.load32_splat(component, 4);
  const my = v128.load32_splat(component, 8);
  const mz = v128.load32_splat(component, 12);
  const xx = v128.load32_splat(component, 16);
  const xy = v128.load32_splat(component, 20);
  const xz = v128.load32_splat(component, 24);
  const yy = v128.load32_splat(component, 28);
  const yz = v128.load32_splat(component, 32);
  const zz = v128.load32_splat(component, 36);
  const two = f32x4.splat(2);
  const half = f32x4.splat(0.5);
  const least = f32x4.splat(leastPower);
  for (let i = 0; i < count; i += 4, features += 48, out += 16) {
    // x y z x, y z x y, z x y z: four triples as three planes.
    const a = v128.load(features);
    const b = v128.load(features, 16);
    const c = v128.load(features, 32);
    const x = v128.shuffle<i32>(v128.shuffle<i32>(a, b, 0, 3, 6, 6), c, 0, 1, 2, 5);
    const y = v128.shuffle<i32>(v128.shuffle<i32>(a, b, 1, 4, 7, 7), c, 0, 1, 2, 6);
    const z = v128.shuffle<i32>(v128.shuffle<i32>(a, b, 2, 5, 5, 5), c, 0, 1, 4, 7);
    const dx = f32x4.sub(x, mx);
    const dy = f32x4.sub(y, my);
    const dz = f32x4.sub(z, mz);
    const acrossX = f32x4.add(
      f32x4.mul(dx, xx),
      f32x4.mul(two, f32x4.add(f32x4.mul(dy, xy), f32x4.mul(dz, xz))),
    );
    const acrossY = f32x4.add(f32x4.mul(dy, yy), f32x4.mul(two, f32x4.mul(dz, yz)));
    const distance = f32x4.add(
      f32x4.add(f32x4.mul(dx, acrossX), f32x4.mul(dy, acrossY)),
      f32x4.mul(f32x4.mul(dz, dz), zz),
    );
    const power = f32x4.sub(weight, f32x4.mul(half, distance));
    const counts = f32x4.gt(power, least);
    if (!v128.any_true(counts)) continue;
    const density = powersOfTwo(f32x4.mul(f32x4.max(power, least), f32x4.splat(LOG2E)));
    v128.store(out, f32x4.add(v128.load(out), v128.and(density, counts)));
  }
}
