/** The nearest number of a span; `most` where its ends cross. NaN stays NaN. */
export function clamp(value: number, least: number, most: number): number {
  return Math.min(most, Math.max(least, value));
}

/**
 * The nearest share, 0..1. Not by comparisons: engines note for each whether it met whole numbers, and
 * translate the loops around it anew when the first fraction comes.
 */
export function clampUnit(value: number): number {
  return Math.min(1, Math.max(0, value));
}
