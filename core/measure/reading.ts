import { convertSrgbLinearToOklab } from '../colour/oklab';
import type { Triple } from '../colour/triple';
import type { Region } from '../raster/raster';

/** Share of a patch's pixels, those farthest from its median colour, that a reading leaves out. */
const TRIMMED_SHARE = 0.1;

/** The patch of a reading as whole pixels, cut at the photo's border; undefined when it lies outside. */
export function patchRegion(
  reading: { x: number; y: number; size: number },
  photo: { width: number; height: number },
): Region | undefined {
  const size = Math.max(1, Math.round(reading.size));
  const left = Math.round(reading.x - size / 2);
  const top = Math.round(reading.y - size / 2);
  const x = Math.max(0, left);
  const y = Math.max(0, top);
  const width = Math.min(photo.width, left + size) - x;
  const height = Math.min(photo.height, top + size) - y;
  return width > 0 && height > 0 ? { x, y, width, height, outWidth: width, outHeight: height } : undefined;
}

/**
 * The pixels of a patch without its outliers (hairs, glints): the 10 % farthest in OKLab from the
 * patch's median colour are dropped.
 * @param pixels interleaved linear sRGB
 */
export function trimPatch(pixels: Float32Array): Float32Array {
  const count = pixels.length / 3;
  const oklab = Array.from({ length: count }, (_, i) =>
    convertSrgbLinearToOklab([pixels[3 * i]!, pixels[3 * i + 1]!, pixels[3 * i + 2]!]),
  );
  const median = [0, 1, 2].map(
    (channel) => oklab.map((colour) => colour[channel]!).sort((p, q) => p - q)[count >> 1]!,
  );
  const distance = oklab.map(([l, a, b]) => Math.hypot(l - median[0]!, a - median[1]!, b - median[2]!));
  const order = distance.map((_, i) => i).sort((p, q) => distance[p]! - distance[q]!);
  const kept = order.slice(0, Math.max(1, Math.ceil(count * (1 - TRIMMED_SHARE))));
  return Float32Array.from(kept.flatMap((i) => [pixels[3 * i]!, pixels[3 * i + 1]!, pixels[3 * i + 2]!]));
}

/** Mean in linear light of interleaved pixels, at least one. */
export function meanLinear(pixels: Float32Array): Triple {
  let red = 0;
  let green = 0;
  let blue = 0;
  for (let i = 0; i < pixels.length; i += 3) {
    red += pixels[i]!;
    green += pixels[i + 1]!;
    blue += pixels[i + 2]!;
  }
  const count = pixels.length / 3;
  return [red / count, green / count, blue / count];
}
