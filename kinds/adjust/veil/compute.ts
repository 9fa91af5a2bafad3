import { fastExp } from '#core/colour/fastLog';
import { memoryOf } from '#core/loops/runMemory';
import type { RunMemory } from '#core/loops/runMemory';
import { veilShare } from '#core/measure/veil';
import type { Veil } from '#core/measure/veil';
import type { PixelKernel, Places } from '#core/render/kinds';
import { veilOf } from './schema';
import type { VeilParameters } from './schema';

/** Nothing is measured: the veil is numbers of the plan. */
export type VeilMeasures = null;
/** Nothing is measured of the area. */
export const measureVeil = (): VeilMeasures => null;

/** What is left may run softly into black over this much linear light, so that grain is not cut off. */
export const TOE = 0.003;

/**
 * Subtracts the veil in linear light. What is darker than the veil runs into black.
 * @see Talvala et al. 2007, "Veiling glare in high dynamic range imaging": glare adds to the light of a scene
 */
export function compileVeil(parameters: VeilParameters): PixelKernel | undefined {
  if (parameters.amount === 0 && parameters.haze === 0) return undefined;
  const veil = veilOf(parameters);
  return (pixels, count, places) => {
    const memory = memoryOf(pixels);
    if (memory?.holds(places.x)) takeOffThere(memory, veil, pixels.subarray(0, 3 * count), places);
    else takeOffPlainly(veil, pixels, count, places);
  };
}

/** By the compiled loop. */
function takeOffThere(
  { loops, numbers }: RunMemory,
  { x, y, reach, base, peak }: Veil,
  pixels: Float32Array,
  places: Places,
): void {
  numbers.set([x, y, -0.5 / reach ** 2, TOE, ...base, 0, ...peak, 0]);
  loops.takeOffVeil(
    pixels.byteOffset,
    pixels.length / 3,
    places.x.byteOffset,
    places.y.byteOffset,
    numbers.byteOffset,
  );
}

function takeOffPlainly(veil: Veil, pixels: Float32Array, count: number, { x, y }: Places): void {
  const [baseR, baseG, baseB] = veil.base;
  const [peakR, peakG, peakB] = veil.peak;
  for (let i = 0, p = 0; i < count; i++, p += 3) {
    const share = veilShare(veil, x[i]!, y[i]!);
    pixels[p] = without(pixels[p]!, baseR + share * peakR);
    pixels[p + 1] = without(pixels[p + 1]!, baseG + share * peakG);
    pixels[p + 2] = without(pixels[p + 2]!, baseB + share * peakB);
  }
}

/** What is left of light when some of it is taken away. */
function without(seen: number, added: number): number {
  const left = seen - added;
  const toe = Math.min(TOE, added);
  if (left >= toe) return left;
  return seen > 0 ? Math.min(seen, toe * fastExp(left / toe - 1)) : seen;
}
