/** The nearest number of a span; `most` where its ends cross. NaN stays NaN. */
export function clamp(value: number, least: number, most: number): number {
  const raised = value < least ? least : value;
  return raised > most ? most : raised;
}

/**
 * The nearest share, 0..1. Comparisons, since it is asked of every pixel: they take half the time of Math.min
 * and Math.max.
 */
export function clampUnit(value: number): number {
  if (value < 0) return 0;
  return value > 1 ? 1 : value;
}
