/** core/colour/oklab.ts on runs of pixels, where they lie; the three cones of a pixel lie side by side. */
import { storePixel } from './pixel';

const NEARLY_NOTHING: f32 = 1e-24;

/** Cube roots by a guess from the bits and two of Halley's steps, as `fastCbrt` has them. */
function cubeRoots(values: v128): v128 {
  // Numbers below the smallest normal one take a processor a hundred times as long: what is nearly nothing waits as this.
  const sizes = f32x4.pmax(f32x4.abs(values), f32x4.splat(NEARLY_NOTHING));
  const thirds = f32x4.mul(f32x4.convert_i32x4_s(sizes), f32x4.splat(<f32>(1.0 / 3.0)));
  let roots: v128 = i32x4.add(i32x4.trunc_sat_f32x4_s(thirds), i32x4.splat(709921077));
  for (let step = 0; step < 2; step++) {
    const cubes = f32x4.mul(f32x4.mul(roots, roots), roots);
    const over = f32x4.add(cubes, f32x4.add(sizes, sizes));
    roots = f32x4.mul(roots, f32x4.div(over, f32x4.add(f32x4.add(cubes, cubes), sizes)));
  }
  const isSome = f32x4.gt(sizes, f32x4.splat(NEARLY_NOTHING));
  return v128.or(v128.and(roots, isSome), v128.and(values, i32x4.splat(<i32>0x80000000)));
}

/** The three parts of a pixel, each times a vector, summed. */
function weighed(pixel: v128, first: v128, second: v128, third: v128): v128 {
  return f32x4.add(
    f32x4.add(
      f32x4.mul(v128.shuffle<f32>(pixel, pixel, 0, 0, 0, 0), first),
      f32x4.mul(v128.shuffle<f32>(pixel, pixel, 1, 1, 1, 1), second),
    ),
    f32x4.mul(v128.shuffle<f32>(pixel, pixel, 2, 2, 2, 2), third),
  );
}

/** Linear sRGB becomes OKLab. @param pixels three f32 each, and room for one f32 more */
export function lightToOklab(pixels: usize, count: i32): void {
  const red = f32x4(0.4122214708, 0.2119034982, 0.0883024619, 0);
  const green = f32x4(0.5363325363, 0.6806995451, 0.2817188376, 0);
  const blue = f32x4(0.0514459929, 0.1073969566, 0.6299787005, 0);
  const long = f32x4(0.2104542553, 1.9779984951, 0.0259040371, 0);
  const middle = f32x4(0.793617785, -2.428592205, 0.7827717662, 0);
  const short = f32x4(-0.0040720468, 0.4505937099, -0.808675766, 0);
  for (let i = 0; i < count; i++, pixels += 12)
    storePixel(pixels, weighed(cubeRoots(weighed(v128.load(pixels), red, green, blue)), long, middle, short));
}

/** OKLab becomes linear sRGB. @param pixels three f32 each, and room for one f32 more */
export function oklabToLight(pixels: usize, count: i32): void {
  const lightness = f32x4(1, 1, 1, 0);
  const a = f32x4(0.3963377774, -0.1055613458, -0.0894841775, 0);
  const b = f32x4(0.2158037573, -0.0638541728, -1.291485548, 0);
  const long = f32x4(4.0767416621, -1.2684380046, -0.0041960863, 0);
  const middle = f32x4(-3.3077115913, 2.6097574011, -0.7034186147, 0);
  const short = f32x4(0.2309699292, -0.3413193965, 1.707614701, 0);
  for (let i = 0; i < count; i++, pixels += 12) {
    const roots = weighed(v128.load(pixels), lightness, a, b);
    storePixel(pixels, weighed(f32x4.mul(f32x4.mul(roots, roots), roots), long, middle, short));
  }
}
