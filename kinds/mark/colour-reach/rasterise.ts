import { smoothstep } from '#core/math/smoothstep';
import { RADIANS_PER_DEGREE, deltaDegrees } from '#core/colour/angles';
import { cielabLightnessOfLuminance } from '#core/colour/cielab';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { Triple } from '#core/colour/triple';
import type { MarkHost, MarkPhoto } from '#core/render/kinds';
import type { Region } from '#core/raster/raster';
import { sampleRegion } from '#core/raster/sampleRegion';
import type { ColourReachParameters } from './schema';

/** The colours of one patch: middles, and how far they spread about them. */
interface PatchColours {
  readonly takes: boolean;
  readonly hue: readonly [middle: number, half: number];
  readonly chroma: readonly [middle: number, half: number];
  readonly lightness: readonly [middle: number, half: number];
}

/** The reach with the colours that its patches have. */
export interface ColourReachData extends Omit<ColourReachParameters, 'patches'> {
  readonly patches: readonly PatchColours[];
}

const MOST_SIDE = 48;
const PER_THOUSAND = 0.001;
/** Below this OKLab chroma hue is noise: grey reaches grey of any hue. */
const GREY = 0.012;

/** Reads the colours of the patches. */
export function prepareColourReach(
  { patches, ...spans }: ColourReachParameters,
  { pyramid }: Pick<MarkHost, 'pyramid'>,
): ColourReachData {
  return {
    ...spans,
    patches: patches.flatMap((patch) => {
      const x = Math.max(0, Math.round(patch.x - patch.width / 2));
      const y = Math.max(0, Math.round(patch.y - patch.height / 2));
      const width = Math.min(pyramid.width - x, Math.round(patch.width));
      const height = Math.min(pyramid.height - y, Math.round(patch.height));
      if (width < 1 || height < 1) return [];
      const scale = Math.min(1, MOST_SIDE / Math.max(width, height));
      const { data } = sampleRegion(pyramid, {
        x,
        y,
        width,
        height,
        outWidth: Math.max(1, Math.round(width * scale)),
        outHeight: Math.max(1, Math.round(height * scale)),
      });
      return [{ takes: patch.takes, ...spreadOf(data) }];
    }),
  };
}

/** From the 5th to the 95th percentile of each quantity. */
function spreadOf(data: Float32Array): Omit<PatchColours, 'takes'> {
  const colours = Array.from({ length: data.length / 3 }, (_, i) =>
    numbersOf([data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!]),
  );
  const range = (values: readonly number[]): readonly [number, number] => {
    const sorted = values.toSorted((p, q) => p - q);
    const low = sorted[Math.floor(0.05 * (sorted.length - 1))]!;
    const high = sorted[Math.ceil(0.95 * (sorted.length - 1))]!;
    return [(low + high) / 2, (high - low) / 2];
  };
  const east = colours.reduce((sum, { hue, chroma }) => sum + chroma * Math.cos(hue * RADIANS_PER_DEGREE), 0);
  const north = colours.reduce(
    (sum, { hue, chroma }) => sum + chroma * Math.sin(hue * RADIANS_PER_DEGREE),
    0,
  );
  const mean = Math.atan2(north, east) / RADIANS_PER_DEGREE;
  const [off, half] = range(colours.map(({ hue }) => deltaDegrees(mean, hue)));
  return {
    hue: [mean + off, half],
    chroma: range(colours.map(({ chroma }) => chroma)),
    lightness: range(colours.map(({ lightness }) => lightness)),
  };
}

function numbersOf(colour: Triple): { hue: number; chroma: number; lightness: number } {
  const [, a, b] = convertSrgbLinearToOklab(colour);
  return {
    hue: Math.atan2(b, a) / RADIANS_PER_DEGREE,
    chroma: Math.hypot(a, b),
    lightness: cielabLightnessOfLuminance(luminanceOfSrgbLinear(colour)),
  };
}

/** The nearest taking patch takes, unless a removing one is nearer. */
export function rasteriseColourReach(
  { patches, hue, saturation, lightness, soft }: ColourReachData,
  region: Region,
  out: Float32Array,
  { sample }: Pick<MarkPhoto, 'sample'>,
): void {
  const { data } = sample(region);
  const chromaSpan = saturation * PER_THOUSAND;
  const share = (off: number, span: number) => {
    const end = Math.max(span * soft, 1e-6);
    return off <= span ? 1 : smoothstep(1 - (off - span) / end);
  };
  for (let i = 0; i < out.length; i++) {
    const own = numbersOf([data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!]);
    let takes = 0;
    let removes = 0;
    for (const patch of patches) {
      const grey = own.chroma < GREY && patch.chroma[0] < GREY;
      const offHue =
        grey || hue >= 180 ? 0 : Math.max(0, Math.abs(deltaDegrees(patch.hue[0], own.hue)) - patch.hue[1]);
      const here =
        share(offHue, hue) *
        share(Math.max(0, Math.abs(own.chroma - patch.chroma[0]) - patch.chroma[1]), chromaSpan) *
        share(Math.max(0, Math.abs(own.lightness - patch.lightness[0]) - patch.lightness[1]), lightness);
      if (patch.takes) takes = Math.max(takes, here);
      else removes = Math.max(removes, here);
    }
    out[i] = takes * (1 - removes);
  }
}
