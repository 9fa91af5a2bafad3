import type { Region } from '../raster/raster';
import { foregroundOf } from './edgeColours';
import type { EdgeColours } from './edgeColours';
import { NO_PLACES } from './kinds';
import type { PixelKernel, Places } from './kinds';

/** Where a run lies: the region it belongs to, the index of its first pixel there, and the colours along the area's edge. */
export interface StepPlace {
  readonly region: Region;
  readonly first: number;
  readonly edge?: EdgeColours | undefined;
}

/**
 * One step on a run of pixels: result = input + strength x coverage x (kernel(input) - input), in linear
 * light. Where coverage is 0 the values stay the same to the bit; the kernel sees covered pixels alone.
 * @param pixels interleaved linear sRGB; overwritten
 * @param coverage8 0..255 per pixel
 * @param at where the run lies, for kernels that look at places and for steps that clean edges
 */
export function applyStep(pixels: Float32Array, coverage8: Uint8Array, strength: number, kernel: PixelKernel, at?: StepPlace): void {
  if (places.length < coverage8.length) {
    places = new Int32Array(coverage8.length);
    covered = new Float32Array(coverage8.length * 3);
    unmixed = new Float32Array(coverage8.length * 3);
  }
  const gathered = places, inputs = covered, scale = strength / 255;
  let count = 0;
  for (let i = 0, p = 0; i < coverage8.length; i++, p += 3) {
    if (coverage8[i] === 0) continue;
    inputs[3 * count] = pixels[p]!;
    inputs[3 * count + 1] = pixels[p + 1]!;
    inputs[3 * count + 2] = pixels[p + 2]!;
    gathered[count++] = i;
  }
  if (count === 0) return;
  const where = at ? placesOf(at.region, at.first, gathered, count) : NO_PLACES;
  if (at?.edge) cleanEdges(at.edge, inputs, coverage8, count, where);
  const from = at?.edge ? unmixed : undefined;
  from?.set(inputs.subarray(0, 3 * count));
  kernel(inputs, count, where);
  for (let n = 0, q = 0; n < count; n++, q += 3) {
    const place = gathered[n]!, p = 3 * place, share = scale * coverage8[place]!;
    for (let c = 0; c < 3; c++) pixels[p + c] = pixels[p + c]! + share * (inputs[q + c]! - (from ? from[q + c]! : pixels[p + c]!));
  }
}
/** Scratch space: steps run one after the other, and a kernel never calls back. */
let places = new Int32Array(0), covered = new Float32Array(0), unmixed = new Float32Array(0), centres: Places = NO_PLACES;

function cleanEdges(edge: EdgeColours, inputs: Float32Array, coverage8: Uint8Array, count: number, { x, y }: Places): void {
  for (let n = 0; n < count; n++) {
    const value = coverage8[places[n]!]!;
    if (value < 255) foregroundOf(edge, x[n]!, y[n]!, value / 255, inputs, 3 * n);
  }
}

function placesOf(region: Region, first: number, gathered: Int32Array, count: number): Places {
  if (centres.x.length < count) centres = { x: new Float32Array(places.length), y: new Float32Array(places.length) };
  const { x, y } = centres, across = region.width / region.outWidth, down = region.height / region.outHeight;
  for (let n = 0; n < count; n++) {
    const index = first + gathered[n]!, column = index % region.outWidth, row = (index - column) / region.outWidth;
    x[n] = region.x + (column + 0.5) * across;
    y[n] = region.y + (row + 0.5) * down;
  }
  return centres;
}
