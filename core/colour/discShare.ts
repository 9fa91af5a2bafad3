import { smoothstep } from '../math/smoothstep';
import { RADIANS_PER_DEGREE } from './angles';

const PER_THOUSAND = 0.001;

interface Disc {
  readonly hue: number;
  readonly chroma: number;
  readonly reach: number;
  readonly soft: number;
}

/** The disc in OKLab: its middle, its radius and how far it runs out softly. */
export function discOf({ hue, chroma, reach, soft }: Disc) {
  return {
    a: PER_THOUSAND * chroma * Math.cos(hue * RADIANS_PER_DEGREE),
    b: PER_THOUSAND * chroma * Math.sin(hue * RADIANS_PER_DEGREE),
    radius: PER_THOUSAND * reach,
    soft: Math.max(1e-6, PER_THOUSAND * soft),
  };
}

/**
 * How far colours take part in a round piece of the disc of hue and chroma: 1 within its radius, falling
 * smoothly to 0 over its soft end.
 * @param disc hue in OKLCh degrees; chroma, reach and soft in thousandths
 * @returns of OKLab a and b, 0..1
 */
export function discShare(disc: Disc): (a: number, b: number) => number {
  const middle = discOf(disc);
  return (a, b) => smoothstep(1 - (Math.hypot(a - middle.a, b - middle.b) - middle.radius) / middle.soft);
}
