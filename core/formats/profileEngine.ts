import { rec2020Space } from '../colour/rgbSpace';
import { writeRgbProfile } from './iccProfile';

/** What is used of Little CMS, whose profiles and transforms are numbers. */
export interface ColourEngine {
  cmsOpenProfileFromMem(bytes: Uint8Array, size: number): number;
  cmsCloseProfile(profile: number): void;
  cmsCreateTransform(
    input: number,
    inputFormat: number,
    output: number,
    outputFormat: number,
    intent: number,
    flags: number,
  ): number;
  cmsDeleteTransform(transform: number): void;
  cmsDoTransform(transform: number, input: Uint16Array, count: number): Uint16Array;
}

/** Codes of 16 bits of a profile's colours, so many to a pixel, in Rec. 2020, three to a pixel. */
export type ProfileConversion = (codes: Uint16Array, channels: 3 | 4) => Uint16Array;

/** Formats of samples by their number to a pixel, 16 bits each (lcms2.h: PT_RGB 4, PT_CMYK 6). */
const FORMATS = { 3: (4 << 16) | (3 << 3) | 2, 4: (6 << 16) | (4 << 3) | 2 } as const;
const RELATIVE_COLORIMETRIC = 1;
const BLACK_POINT_COMPENSATION = 0x2000;
const PIECE_PIXELS = 1_000_000;

/**
 * Converts by a profile that the core does not follow itself: one with tables, or of four inks.
 * @throws {RangeError} when the engine takes the profile for something else
 */
export function convertByProfile(engine: ColourEngine, profile: Uint8Array): ProfileConversion {
  return (codes, channels) => {
    const target = writeRgbProfile(rec2020Space());
    const [from, to] = [profile, target].map((bytes) => engine.cmsOpenProfileFromMem(bytes, bytes.length));
    const transform =
      from && to
        ? engine.cmsCreateTransform(
            from,
            FORMATS[channels],
            to,
            FORMATS[3],
            RELATIVE_COLORIMETRIC,
            BLACK_POINT_COMPENSATION,
          )
        : 0;
    try {
      if (!transform) throw new RangeError('not a profile of these colours');
      const count = codes.length / channels;
      const out = new Uint16Array(3 * count);
      for (let first = 0; first < count; first += PIECE_PIXELS) {
        const size = Math.min(PIECE_PIXELS, count - first);
        const piece = codes.subarray(channels * first, channels * (first + size));
        out.set(engine.cmsDoTransform(transform, piece, size), 3 * first);
      }
      return out;
    } finally {
      if (transform) engine.cmsDeleteTransform(transform);
      for (const opened of [from, to]) if (opened) engine.cmsCloseProfile(opened);
    }
  };
}
