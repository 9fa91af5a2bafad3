/** Linear-light value (0..1) of each 8-bit sRGB code. IEC 61966-2-1. */
export const SRGB8_TO_LINEAR: Float32Array = Float32Array.from({ length: 256 }, (_, code) =>
  decodeSrgb(code / 255),
);

/**
 * sRGB transfer, code to light (IEC 61966-2-1), odd about zero.
 * @param encoded nominally 0..1; any finite number
 */
export function decodeSrgb(encoded: number): number {
  const size = Math.abs(encoded);
  const light = size <= 0.04045 ? size / 12.92 : ((size + 0.055) / 1.055) ** 2.4;
  return encoded < 0 ? -light : light;
}

/**
 * sRGB transfer, light to code (IEC 61966-2-1), odd about zero.
 * @param linear nominally 0..1; any finite number
 */
export function encodeSrgb(linear: number): number {
  const size = Math.abs(linear);
  const code = size <= 0.0031308 ? size * 12.92 : 1.055 * size ** (1 / 2.4) - 0.055;
  return linear < 0 ? -code : code;
}

const ENCODE_STEPS = 1 << 14;
const ENCODE_TABLE = Uint8Array.from({ length: ENCODE_STEPS + 1 }, (_, i) =>
  Math.floor(encodeSrgb(i / ENCODE_STEPS) * 255 + 0.5),
);
/**
 * Smallest linear value that rounds to each code: between table entries, where at most one lies, it decides
 * exactly.
 */
const CODE_EDGES = Float64Array.from({ length: 257 }, (_, code) => decodeSrgb((code - 0.5) / 255));
CODE_EDGES[0] = -Infinity;
CODE_EDGES[256] = Infinity;

/**
 * Rounds linear light to the nearest 8-bit sRGB code; `encodeSrgb8(SRGB8_TO_LINEAR[c]) === c`.
 * @param linear clipped to 0..1; NaN gives 0
 */
export function encodeSrgb8(linear: number): number {
  if (!(linear > 0)) return 0;
  if (linear >= 1) return 255;
  const code = ENCODE_TABLE[(linear * ENCODE_STEPS) | 0]!;
  return linear >= CODE_EDGES[code + 1]! ? code + 1 : code;
}

/** Steps of {@link SRGB8_OF_LINEAR} from black to white. */
export const SRGB8_STEPS = 1 << 15;
/**
 * 8-bit code by linear light in steps; its borders between codes lie within 0.06 codes of where they belong.
 */
export const SRGB8_OF_LINEAR: Uint8Array = Uint8Array.from({ length: SRGB8_STEPS + 1 }, (_, i) =>
  encodeSrgb8((i + 0.5) / SRGB8_STEPS),
);
