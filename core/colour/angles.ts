/** One degree in radians. */
export const RADIANS_PER_DEGREE = Math.PI / 180;

/** An angle in degrees brought into 0..<360. */
export function wrapDegrees(degrees: number): number {
  const turned = degrees % 360;
  return turned < 0 ? turned + 360 : turned;
}

/** The shorter way from one angle or hue to another, degrees in -180..180. */
export function deltaDegrees(from: number, to: number): number {
  const delta = wrapDegrees(to - from);
  return delta > 180 ? delta - 360 : delta;
}
