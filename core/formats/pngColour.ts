import { clamp } from '../math/clamp';
import { srgbFromPrimaries } from '../colour/adaptation';
import type { Chromaticities } from '../colour/adaptation';
import { rgbSpace } from '../colour/rgbSpace';
import type { RgbSpace } from '../colour/rgbSpace';
import { decodeSrgb } from '../colour/transfer';
import { filterPng, isPng, pngChunks } from './pngChunks';
import type { PngChunk } from './pngChunks';

/**
 * How a PNG’s pixels are to be read: the file without tags that decoders disagree on, and what those said.
 */
export interface PngReading {
  /** the file for a decoder that is to leave the numbers as they are */
  readonly file: Uint8Array<ArrayBuffer>;
  /** undefined for sRGB, or where a profile says it */
  readonly colour: RgbSpace | undefined;
}

const D65 = [0.3127, 0.329] as const;
const SRGB_PRIMARIES: Chromaticities = {
  white: D65,
  red: [0.64, 0.33],
  green: [0.3, 0.6],
  blue: [0.15, 0.06],
};
/** By the code points of ITU-T H.273, table 2. */
const PRIMARIES: Readonly<Record<number, Chromaticities>> = {
  1: SRGB_PRIMARIES,
  5: { white: D65, red: [0.64, 0.33], green: [0.29, 0.6], blue: [0.15, 0.06] },
  6: { white: D65, red: [0.63, 0.34], green: [0.31, 0.595], blue: [0.155, 0.07] },
  9: { white: D65, red: [0.708, 0.292], green: [0.17, 0.797], blue: [0.131, 0.046] },
  12: { white: D65, red: [0.68, 0.32], green: [0.265, 0.69], blue: [0.15, 0.06] },
};
/** By the code points of ITU-T H.273, table 3: code 0..1 to light. */
const TRANSFERS: Readonly<Record<number, (code: number) => number>> = {
  1: decodeBt709,
  4: (code) => code ** 2.2,
  5: (code) => code ** 2.8,
  6: decodeBt709,
  8: (code) => code,
  13: decodeSrgb,
  14: decodeBt709,
  15: decodeBt709,
};

/** ITU-R BT.709-6, item 1.2, turned round. */
function decodeBt709(code: number): number {
  return code < 0.081 ? code / 4.5 : ((code + 0.099) / 1.099) ** (1 / 0.45);
}

/** Chunks that decoders disagree about. */
const COLOUR_CHUNKS = new Set(['cICP', 'gAMA', 'cHRM']);

/**
 * Reads what a PNG says of its colours besides an ICC profile, and takes it out of the file: some decoders
 * follow it and some do not, so it is followed here alone. The order of precedence is that of PNG third
 * edition, section
 * 4.3: cICP, iCCP, sRGB, then gAMA with cHRM.
 * @returns undefined for a file that says nothing of the kind, or that is no PNG
 */
export function readPngColour(bytes: Uint8Array): PngReading | undefined {
  if (!isPng(bytes)) return undefined;
  const chunks = new Map<string, PngChunk>();
  for (const chunk of pngChunks(bytes)) if (!chunks.has(chunk.type)) chunks.set(chunk.type, chunk);
  if (![...COLOUR_CHUNKS].some((type) => chunks.has(type))) return undefined;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const coded = chunks.has('cICP') ? colourOfCodePoints(bytes, chunks.get('cICP')!) : undefined;
  if (coded)
    return {
      file: filterPng(bytes, (type) => !COLOUR_CHUNKS.has(type) && type !== 'iCCP' && type !== 'sRGB'),
      colour: coded.colour,
    };
  const file = filterPng(bytes, (type) => !COLOUR_CHUNKS.has(type));
  if (chunks.has('iCCP') || chunks.has('sRGB')) return { file, colour: undefined };
  return { file, colour: colourOfGamma(view, chunks.get('gAMA'), chunks.get('cHRM')) };
}

/** @returns undefined for code points that are not known here, such as those of high dynamic range */
function colourOfCodePoints(
  bytes: Uint8Array,
  { dataStart, dataLength }: PngChunk,
): { colour: RgbSpace | undefined } | undefined {
  const [primaries, transfer, matrix, full] = bytes.subarray(dataStart, dataStart + dataLength);
  const decode = TRANSFERS[transfer!];
  const chromaticities = PRIMARIES[primaries!];
  if (dataLength !== 4 || !decode || !chromaticities || matrix !== 0 || full !== 1) return undefined;
  if (decode === decodeSrgb && chromaticities === SRGB_PRIMARIES) return { colour: undefined };
  return { colour: pngColour(decode, chromaticities) };
}

/** gAMA holds 100,000 divided by the exponent of decoding, cHRM chromaticities times 100,000. */
function colourOfGamma(
  view: DataView,
  gamma: PngChunk | undefined,
  chroma: PngChunk | undefined,
): RgbSpace | undefined {
  const stored = gamma?.dataLength === 4 ? view.getUint32(gamma.dataStart) : 0;
  if (stored === 0) return undefined;
  const exponent = clamp(100_000 / stored, 0.1, 10);
  const pair = (n: number): readonly [number, number] => {
    const at = chroma!.dataStart + 8 * n;
    return [view.getUint32(at) / 100_000, view.getUint32(at + 4) / 100_000];
  };
  const given =
    chroma?.dataLength === 32
      ? { white: pair(0), red: pair(1), green: pair(2), blue: pair(3) }
      : SRGB_PRIMARIES;
  const usable = [given.white, given.red, given.green, given.blue].every(
    ([x, y]) => x > 0 && y > 0 && x + y <= 1.2,
  );
  return pngColour((code) => code ** exponent, usable ? given : SRGB_PRIMARIES);
}

function pngColour(decode: (code: number) => number, primaries: Chromaticities): RgbSpace {
  const same = JSON.stringify(primaries) === JSON.stringify(SRGB_PRIMARIES);
  return rgbSpace('colours of a PNG', decode, same ? undefined : srgbFromPrimaries(primaries));
}
