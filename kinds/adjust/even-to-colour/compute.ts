import { RADIANS_PER_DEGREE, deltaDegrees } from '#core/colour/angles';
import { discShare } from '#core/colour/discShare';
import { srgbLinearOfHex } from '#core/colour/hex';
import { luminanceOfOklab, oklabLightnessAtLuminance } from '#core/colour/luminance';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { Triple } from '#core/colour/triple';
import type { AreaInput } from '#core/measure/areaInput';
import { oklabGrid } from '#core/measure/oklabGrid';
import { newField } from '#core/raster/field';
import type { Field } from '#core/raster/field';
import { FieldLine } from '#core/raster/fieldLine';
import { areaLowPass } from '#core/raster/lowPass';
import type { PixelKernel } from '#core/render/kinds';
import { fromOklab, toOklab } from '#core/render/oklabRuns';
import type { EvenToColourParameters } from './schema';

/** What an area looks like without its texture; undefined when it covers nothing. */
export interface EvenToColourMeasures {
  /** OKLab without texture; then its lightness without patches */
  readonly broad: Field | undefined;
  /** OKLab of the area's middle colour */
  readonly middle: Triple;
}

const MOST_PIXELS = 300_000;
/** Radii of texture and of patches as shares of the square root of the area. */
const TEXTURE_SHARE = 0.005;
const PATCH_SHARE = 0.05;
const CHANNELS = 4;
/** What is made of them for each place. */
const MADE = 6;
/** Nearer to grey hue is noise: there the wanted hue is taken. */
export const GREY = 0.002;

/** Divides an area into its texture and what is broader. */
export function measureEvenToColour(
  input: AreaInput,
  { size }: EvenToColourParameters,
): EvenToColourMeasures {
  const grid = oklabGrid(input, MOST_PIXELS);
  const { outWidth: width, outHeight: height } = grid.region;
  const total = grid.weights.reduce((sum, value) => sum + value, 0);
  const own = [...grid.weights.keys()].filter((i) => grid.weights[i]! >= 0.5);
  if (own.length === 0) return { broad: undefined, middle: [0, 0, 0] };
  const radius =
    size === null ? Math.max(1, TEXTURE_SHARE * Math.sqrt(total)) : (size * width) / grid.region.width;
  const low = areaLowPass(grid.weights, width, height, Math.max(0.5, radius));
  const form = areaLowPass(grid.weights, width, height, Math.max(radius, PATCH_SHARE * Math.sqrt(total)));
  const broad = newField(grid.region, CHANNELS);
  [...grid.planes.map((plane) => low.of(plane)), form.of(grid.planes[0]!)].forEach((plane, c) =>
    plane.forEach((value, i) => (broad.data[CHANNELS * i + c] = value)),
  );
  const median = (c: number) => Float32Array.from(own, (i) => grid.planes[c]![i]!).sort()[own.length >> 1]!;
  return { broad, middle: [median(0), median(1), median(2)] };
}

/** The wanted colour in OKLCh, its hue in radians. @param middle what is wanted where no colour is given, OKLab */
export function wantedOf(colour: string | null, middle: Triple) {
  const [light, a, b] = colour === null ? middle : convertSrgbLinearToOklab(srgbLinearOfHex(colour));
  return { light, chroma: Math.hypot(a, b), radians: Math.atan2(b, a) };
}

/**
 * Draws what is broader than texture to one colour: its hue by turning, its chroma, its lightness, each by a
 * share; texture goes with it unchanged. In shade the wanted chroma is less, as OKLab scales with exposure.
 * While lightness is not drawn, luminance stays.
 */
export function compileEvenToColour(
  { colour, hue, saturation, lightness, falloff, reach }: EvenToColourParameters,
  { broad, middle }: EvenToColourMeasures,
): PixelKernel | undefined {
  if (!broad || [hue, saturation, lightness, falloff].every((share) => share === 0)) return undefined;
  const { light: wantedLight, chroma: wantedChroma, radians } = wantedOf(colour, middle);
  const wantedHue = radians / RADIANS_PER_DEGREE;
  const takes = reach ? discShare(reach) : () => 1;
  const line = new FieldLine(broad, MADE, (place, out) => {
    const [light, a, b, form] = place as unknown as [number, number, number, number];
    const part = takes(a, b);
    const newLight = light + part * (lightness * (form - light) + falloff * (wantedLight - form));
    const chroma = Math.sqrt(a * a + b * b);
    const turn =
      -hue * part * deltaDegrees(wantedHue, Math.atan2(b, a) / RADIANS_PER_DEGREE) * RADIANS_PER_DEGREE;
    const cos = Math.cos(turn);
    const sin = Math.sin(turn);
    // Grey has no hue to turn: it takes the wanted one.
    const towardA = a * cos - b * sin + hue * part * GREY * Math.cos(radians);
    const towardB = a * sin + b * cos + hue * part * GREY * Math.sin(radians);
    const shaded = wantedLight > 0 ? Math.min(1, Math.max(0, newLight) / wantedLight) : 1;
    const newChroma = chroma + saturation * part * (wantedChroma * shaded - chroma);
    const scale = newChroma / Math.max(1e-6, Math.sqrt(towardA * towardA + towardB * towardB));
    out[0] = part;
    out[1] = newLight - light;
    out[2] = cos;
    out[3] = sin;
    // Texture is what a colour has beyond the broad one; it turns along.
    out[4] = towardA * scale - a * cos + b * sin;
    out[5] = towardB * scale - a * sin - b * cos;
  });
  return (pixels, count, places) => {
    const all = line.at(places, count);
    const before = reach && pixels.slice(0, 3 * count);
    toOklab(pixels, count);
    for (let p = 0, at = 0; p < 3 * count; p += 3, at += line.stride) {
      const level = pixels[p]!;
      const a = pixels[p + 1]!;
      const b = pixels[p + 2]!;
      const newA = a * all[at + 2]! - b * all[at + 3]! + all[at + 4]!;
      const newB = a * all[at + 3]! + b * all[at + 2]! + all[at + 5]!;
      pixels[p] = oklabLightnessAtLuminance(luminanceOfOklab(level, a, b), newA, newB, level) + all[at + 1]!;
      pixels[p + 1] = newA;
      pixels[p + 2] = newB;
    }
    fromOklab(pixels, count);
    // What takes no part stays as it was to the bit.
    if (before)
      for (let p = 0, at = 0; p < 3 * count; p += 3, at += line.stride)
        if (all[at] === 0) pixels.set(before.subarray(p, p + 3), p);
  };
}
