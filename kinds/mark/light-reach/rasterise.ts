import { smoothstep } from '#core/math/smoothstep';
import { cielabLightnessOfLuminance } from '#core/colour/cielab';
import { luminanceAt } from '#core/colour/luminance';
import type { Region } from '#core/raster/raster';
import type { MarkPhoto } from '#core/render/kinds';
import type { LightReachParameters } from './schema';

/** Nothing has to be prepared. */
export type LightReachData = LightReachParameters;
/** The parameters as they are. */
export const prepareLightReach = (parameters: LightReachParameters): LightReachData => parameters;

/** Full within the span, soft at its ends, by CIELAB L* of the photo. */
export function rasteriseLightReach(
  { from, to, soft }: LightReachData,
  region: Region,
  out: Float32Array,
  { sample }: Pick<MarkPhoto, 'sample'>,
): void {
  const { data } = sample(region);
  const low = Math.min(from, to);
  const high = Math.max(from, to);
  for (let i = 0; i < out.length; i++) {
    const lightness = cielabLightnessOfLuminance(luminanceAt(data, i));
    const beyond = Math.max(low - lightness, lightness - high, 0);
    out[i] = soft > 0 ? smoothstep(1 - beyond / soft) : Number(beyond === 0);
  }
}
