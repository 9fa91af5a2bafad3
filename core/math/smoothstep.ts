/**
 * From 0 to 1 with level ends, 3t² - 2t³ (the cubic Hermite step).
 * @param share 0..1; what lies beyond is taken as the nearer end
 */
export function smoothstep(share: number): number {
  const t = Math.min(1, Math.max(0, share));
  return t * t * (3 - 2 * t);
}
