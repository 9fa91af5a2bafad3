import { memoryOf } from '../loops/runMemory';
import type { RunMemory } from '../loops/runMemory';
import type { Region } from '../raster/raster';
import { cleanEdges } from './cleanEdges';
import type { EdgeColours } from './edgeColours';
import { NO_PLACES } from './kinds';
import type { PixelKernel, Places } from './kinds';

/**
 * Where a run lies: the region it belongs to and the index of its first pixel there; whether its kernel looks
 * at places; the colours along the area's edge.
 */
export interface StepPlace {
  readonly region: Region;
  readonly first: number;
  readonly placed?: boolean;
  readonly edge?: EdgeColours | undefined;
}

/**
 * One step on a run of pixels: result = input + strength x coverage x (kernel(input) - input), in linear
 * light. Where coverage is 0 the values stay the same to the bit; the kernel sees covered pixels alone.
 * @param pixels interleaved linear sRGB; overwritten
 * @param coverage8 0..255 per pixel
 * @param at where the run lies, for kernels that look at places and for steps that clean edges
 */
export function applyStep(
  pixels: Float32Array,
  coverage8: Uint8Array,
  kernel: PixelKernel,
  { strength, at }: { readonly strength: number; readonly at?: StepPlace | undefined },
): void {
  if (places.length < coverage8.length) {
    places = new Int32Array(coverage8.length);
    covered = new Float32Array(coverage8.length * 3);
    unmixed = new Float32Array(coverage8.length * 3);
  }
  const memory = memoryOf(pixels);
  // All of it and in full, as on the whole picture: what the kernel says is the result.
  if (strength === 1 && !at?.edge && isFull(coverage8)) {
    kernel(pixels, coverage8.length, at?.placed ? placesOf(at, coverage8.length, { memory }) : NO_PLACES);
    return;
  }
  if (memory) {
    applyThere(memory, pixels, coverage8, { kernel, strength, at });
    return;
  }
  const gathered = places;
  const inputs = covered;
  const scale = strength / 255;
  let count = 0;
  for (let i = 0, p = 0; i < coverage8.length; i++, p += 3) {
    if (coverage8[i] === 0) continue;
    inputs[3 * count] = pixels[p]!;
    inputs[3 * count + 1] = pixels[p + 1]!;
    inputs[3 * count + 2] = pixels[p + 2]!;
    gathered[count++] = i;
  }
  if (count === 0) return;
  if (at?.edge) cleanEdges(at, at.edge, coverage8, { inputs, gathered, count });
  const from = at?.edge ? unmixed : undefined;
  from?.set(inputs.subarray(0, 3 * count));
  kernel(inputs, count, at?.placed ? placesOf(at, count, { gathered }) : NO_PLACES);
  for (let n = 0, q = 0; n < count; n++, q += 3) {
    const place = gathered[n]!;
    const p = 3 * place;
    const share = scale * coverage8[place]!;
    const red = pixels[p]!;
    const green = pixels[p + 1]!;
    const blue = pixels[p + 2]!;
    pixels[p] = red + share * (inputs[q]! - (from ? from[q]! : red));
    pixels[p + 1] = green + share * (inputs[q + 1]! - (from ? from[q + 1]! : green));
    pixels[p + 2] = blue + share * (inputs[q + 2]! - (from ? from[q + 2]! : blue));
  }
}

/** By the compiled loops, which gather and put back; only the kernel itself is not theirs. */
function applyThere(
  memory: RunMemory,
  pixels: Float32Array,
  coverage8: Uint8Array,
  {
    kernel,
    strength,
    at,
  }: { readonly kernel: PixelKernel; readonly strength: number; readonly at: StepPlace | undefined },
): void {
  const { loops, coverage, inputs, unmixed, places: gathered } = memory;
  coverage.set(coverage8);
  coverage.fill(0, coverage8.length);
  const place = { pixels: pixels.byteOffset, coverage: coverage.byteOffset, gathered: gathered.byteOffset };
  const count = loops.gatherCovered(
    place.pixels,
    place.coverage,
    coverage8.length,
    inputs.byteOffset,
    place.gathered,
  );
  if (count === 0) return;
  if (at?.edge) {
    cleanEdges(at, at.edge, coverage8, { inputs, gathered, count });
    unmixed.set(inputs.subarray(0, 3 * count));
  }
  kernel(inputs, count, at?.placed ? placesOf(at, count, { memory, gathered }) : NO_PLACES);
  loops.blendCovered(
    place.pixels,
    place.coverage,
    place.gathered,
    inputs.byteOffset,
    at?.edge ? unmixed.byteOffset : 0,
    count,
    strength / 255,
  );
}

/** Scratch space: steps run one after the other, and a kernel never calls back. */
let places = new Int32Array(0);
let covered = new Float32Array(0);
let unmixed = new Float32Array(0);
let centres: Places = NO_PLACES;

function isFull(coverage8: Uint8Array): boolean {
  for (let i = 0; i < coverage8.length; i++) if (coverage8[i] !== 255) return false;
  return true;
}

/**
 * @param gathered which pixels of the run; all of them where it is not given
 * @param memory in which the run lies
 */
function placesOf(
  { region, first }: StepPlace,
  count: number,
  { gathered, memory }: { readonly gathered?: Int32Array; readonly memory?: RunMemory | undefined },
): Places {
  if (!memory && centres.x.length < count)
    centres = { x: new Float32Array(places.length), y: new Float32Array(places.length) };
  const { x, y } = memory ?? centres;
  const across = region.width / region.outWidth;
  const down = region.height / region.outHeight;
  // Pixels come in order: from row to row, not by dividing for each.
  let row = Math.floor(first / region.outWidth);
  let start = row * region.outWidth;
  for (let n = 0; n < count; n++) {
    const index = first + (gathered ? gathered[n]! : n);
    while (index >= start + region.outWidth) {
      row++;
      start += region.outWidth;
    }
    x[n] = region.x + (index - start + 0.5) * across;
    y[n] = region.y + (row + 0.5) * down;
  }
  return { x, y };
}
