import type { Field } from '../raster/field';
import type { Lut3d } from '../raster/lut3d';
import type { Region } from '../raster/raster';
import type { EdgeColours } from './edgeColours';
import type { ScreenSpace } from './encodePixels';

/**
 * A kernel as a graphics card works it out. Its results lie within one 8-bit code of the kernel's own; where it cannot
 * say so it says that it is not sure, and the processor works that pixel out.
 */
export interface CardKernel {
  /**
   * GLSL ES 3.00 that defines `vec3 kernel(vec3 colour, vec2 place)`: linear sRGB in and out, the place in pixels of the
   * photo. It may use what `CARD_WORDS` defines, and `numbers`, `fieldAt`, `fieldTexel` and `tabled`.
   */
  readonly words: string;
  /** four by four `numbers`, at most {@link MOST_CARD_NUMBERS} */
  readonly numbers?: readonly number[];
  readonly field?: Field;
  readonly table?: Lut3d;
}

/** Numbers that a kernel may have. */
export const MOST_CARD_NUMBERS = 48;

/** A kind's kernels for a graphics card, and parameters with which a card is tried. */
export interface CardForm<Parameters = unknown, Measures = unknown> {
  /** @returns undefined for what only the processor does */
  compile(parameters: Parameters, measures: Measures): CardKernel | undefined;
  readonly trial: Parameters;
}

/** A step that changes something, as a card does it. */
export interface CardStep {
  readonly kernel: CardKernel;
  /** 0..255 per pixel of the region */
  readonly coverage: Uint8Array;
  /** 0..1 */
  readonly strength: number;
  readonly edge?: EdgeColours | undefined;
}

/** What a card is to draw: a region's pixels, interleaved linear sRGB, and the steps that follow. */
export interface CardPicture {
  readonly source: Float32Array;
  readonly steps: readonly CardStep[];
  readonly region: Region;
  readonly space: ScreenSpace;
}

/** A graphics card that draws pictures. */
export interface Card {
  /**
   * Draws codes of 8 bits.
   * @param out receives four bytes a pixel: its codes, and 255 where they are sure, else 0
   * @returns whether it did: a card may be lost, or too small for a picture
   */
  draw(picture: CardPicture, out: Uint8Array): boolean;
}

/** The kernel of a table of colours; a colour outside the cube, or near nodes not worked out, is not sure. */
export function tableCard(table: Lut3d): CardKernel {
  return { words: 'vec3 kernel(vec3 colour, vec2 place) { return tabled(colour); }', table };
}
