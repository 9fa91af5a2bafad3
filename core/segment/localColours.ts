import { boxMeansTwice } from '../raster/boxMeans';
import { LOCAL_PRESENCE } from './headParameters';

/** Mean colour of a class near each pixel, and how much colours spread there. */
export interface LocalColours {
  /** interleaved linear red, green, blue, standard deviation, presence (mean weight 0..1) */
  readonly data: Float32Array;
}

/** Of a place: mean red, green, blue, their common variance, and presence. */
export const LOCAL_CHANNELS = 5;

/**
 * Means over a window that see only where a class surely is (normalised convolution, Knutsson and Westin
 * 1993); where it is nowhere near, over ever wider windows.
 * @param linear interleaved linear sRGB
 * @param weights 0..1 per pixel
 * @param radius of the first window, pixels; each next one is three times as wide
 */
export function localColours(
  linear: Float32Array,
  weights: Float32Array,
  { width, height, radius }: { readonly width: number; readonly height: number; readonly radius: number },
): LocalColours {
  const moments = new Float32Array(weights.length * LOCAL_CHANNELS);
  for (let i = 0, p = 0, o = 0; i < weights.length; i++, p += 3, o += LOCAL_CHANNELS) {
    const weight = weights[i]!;
    if (weight === 0) continue;
    const red = linear[p]!;
    const green = linear[p + 1]!;
    const blue = linear[p + 2]!;
    moments[o] = weight * red;
    moments[o + 1] = weight * green;
    moments[o + 2] = weight * blue;
    moments[o + 3] = weight * (red * red + green * green + blue * blue);
    moments[o + 4] = weight;
  }
  const data = new Float32Array(moments.length);
  for (let reach = Math.max(1, radius), first = true; ; reach *= 3, first = false) {
    const means = boxMeansTwice(moments, {
      channels: LOCAL_CHANNELS,
      width,
      height,
      radius: Math.round(reach),
    });
    const last = reach > Math.max(width, height);
    let lacking = 0;
    for (let o = 0; o < data.length; o += LOCAL_CHANNELS) {
      const presence = means[o + 4]!;
      if (first) data[o + 4] = presence;
      if (data[o + 3] !== 0) continue;
      if (presence < LOCAL_PRESENCE && !(last && presence > 0)) {
        lacking++;
        continue;
      }
      const red = means[o]! / presence;
      const green = means[o + 1]! / presence;
      const blue = means[o + 2]! / presence;
      data[o] = red;
      data[o + 1] = green;
      data[o + 2] = blue;
      data[o + 3] = Math.sqrt(
        Math.max(1e-8, means[o + 3]! / presence - red * red - green * green - blue * blue),
      );
    }
    if (lacking === 0 || last) return { data };
  }
}
