import { smoothstep } from '../math/smoothstep';
import { RADIANS_PER_DEGREE } from './angles';

const PER_THOUSAND = 0.001;

/**
 * How far colours take part in a round piece of the disc of hue and chroma: 1 within its radius, falling
 * smoothly to 0 over its soft end.
 * @param disc hue in OKLCh degrees; chroma, reach and soft in thousandths
 * @returns of OKLab a and b, 0..1
 */
export function discShare(disc: {
  readonly hue: number;
  readonly chroma: number;
  readonly reach: number;
  readonly soft: number;
}): (a: number, b: number) => number {
  const middleA = PER_THOUSAND * disc.chroma * Math.cos(disc.hue * RADIANS_PER_DEGREE);
  const middleB = PER_THOUSAND * disc.chroma * Math.sin(disc.hue * RADIANS_PER_DEGREE);
  const radius = PER_THOUSAND * disc.reach;
  const soft = Math.max(1e-6, PER_THOUSAND * disc.soft);
  return (a, b) => smoothstep(1 - (Math.hypot(a - middleA, b - middleB) - radius) / soft);
}
