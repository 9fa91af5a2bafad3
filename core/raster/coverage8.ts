import { clampUnit } from '../math/clamp';

/** Shares 0..1 of coverage, 0 to 255. */
export function sharesOf(coverage8: Uint8Array): Float32Array {
  const out = new Float32Array(coverage8.length);
  for (let i = 0; i < out.length; i++) out[i] = coverage8[i]! / 255;
  return out;
}

/** Coverage, 0 to 255, of shares; what lies beyond 0..1 is cut. */
export function coverage8Of(shares: Float32Array): Uint8Array {
  const out = new Uint8Array(shares.length);
  for (let i = 0; i < out.length; i++) if (shares[i]! > 0) out[i] = Math.round(255 * clampUnit(shares[i]!));
  return out;
}
