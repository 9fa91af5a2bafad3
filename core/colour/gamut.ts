import { thenTransform, transform } from './adaptation';
import type { SrgbMatrix } from './adaptation';
import { OKLAB, convertOklabToSrgbLinear, convertSrgbLinearToOklab } from './oklab';
import type { Triple } from './triple';

/** Channels this little outside 0..1 are rounding, not colour. */
export const SLACK = 1e-5;

/** Whether the channels of a colour lie within 0..1. @param linear any values */
export function isInGamut([red, green, blue]: Triple, slack = SLACK): boolean {
  return (
    red >= -slack &&
    green >= -slack &&
    blue >= -slack &&
    red <= 1 + slack &&
    green <= 1 + slack &&
    blue <= 1 + slack
  );
}

/** By which a graphics card finds the greatest chroma inside the gamut. */
export const BISECTIONS = 18;
/** The same here: most colours take three or four steps. */
const MOST_STEPS = 24;
const LEAST_STEP = 1e-6;

/**
 * Brings a colour into sRGB by lowering OKLCh chroma at constant hue and lightness.
 * Lightness beyond black or white becomes black or white.
 * @param srgbLinear any finite values; inside the gamut it is returned as it is
 */
export function mapIntoSrgbGamut(srgbLinear: Triple): Triple {
  return isInGamut(srgbLinear) ? srgbLinear : lowerChroma(srgbLinear);
}

/**
 * The same for the gamut of other primaries.
 * @param fromSrgb to linear light of these primaries
 * @returns linear light of these primaries
 */
export function mapIntoGamut(srgbLinear: Triple, fromSrgb: SrgbMatrix): Triple {
  const direct = transform(fromSrgb, srgbLinear);
  return isInGamut(direct) ? direct : lowerChroma(srgbLinear, fromSrgb);
}

function lowerChroma(srgbLinear: Triple, fromSrgb?: SrgbMatrix): Triple {
  const [lightness, a, b] = convertSrgbLinearToOklab(srgbLinear);
  if (lightness >= 1) return [1, 1, 1];
  if (lightness <= 0) return [0, 0, 0];
  setChannels([lightness, a, b], fromSrgb ? conesFor(fromSrgb) : OKLAB.srgbOfLms);
  // A second time, should a channel come back inside on its way and leave once more.
  const share = shareWithin(shareWithin(1));
  const colour = convertOklabToSrgbLinear([lightness, a * share, b * share]);
  return fromSrgb ? transform(fromSrgb, colour) : colour;
}

/**
 * Each channel by the share of a colour's chroma, four coefficients from that of the cube on: the roots of OKLab's
 * cones go straight along the way to grey, and light is a sum of their cubes.
 */
const channels = new Float64Array(12);

function setChannels([lightness, a, b]: Triple, lightOfCones: readonly number[]): void {
  channels.fill(0);
  for (let cone = 0; cone < 3; cone++) {
    const way = OKLAB.rootsOfAB[2 * cone]! * a + OKLAB.rootsOfAB[2 * cone + 1]! * b;
    const cube = way * way * way;
    const square = 3 * way * way * lightness;
    const line = 3 * way * lightness * lightness;
    const start = lightness * lightness * lightness;
    for (let c = 0; c < 3; c++) {
      const weight = lightOfCones[3 * c + cone]!;
      channels[4 * c]! += weight * cube;
      channels[4 * c + 1]! += weight * square;
      channels[4 * c + 2]! += weight * line;
      channels[4 * c + 3]! += weight * start;
    }
  }
}

/** Linear light of other primaries by OKLab's cones. */
function conesFor(fromSrgb: SrgbMatrix): readonly number[] {
  let known = cones.get(fromSrgb);
  if (!known) cones.set(fromSrgb, (known = thenTransform(OKLAB.srgbOfLms, fromSrgb)));
  return known;
}
const cones = new WeakMap<SrgbMatrix, readonly number[]>();

/** The share of the chroma up to `share` at which the first channel leaves 0..1. */
function shareWithin(share: number): number {
  for (let c = 0; c < 12; c += 4) {
    const light = lightAt(c, share);
    if (light < -SLACK) share = crossing(c, -SLACK, share);
    else if (light > 1 + SLACK) share = crossing(c, 1 + SLACK, share);
  }
  return share;
}

function lightAt(c: number, share: number): number {
  return ((channels[c]! * share + channels[c + 1]!) * share + channels[c + 2]!) * share + channels[c + 3]!;
}

/** Where between grey, which is inside, and `outside` a channel crosses a border: Newton's steps, halves where they leave. */
function crossing(c: number, border: number, outside: number): number {
  const isAbove = border > 0;
  let inside = 0;
  let share = outside;
  for (let step = 0; step < MOST_STEPS; step++) {
    const miss = lightAt(c, share) - border;
    if (miss > 0 === isAbove) outside = share;
    else inside = share;
    const slope = (3 * channels[c]! * share + 2 * channels[c + 1]!) * share + channels[c + 2]!;
    const newton = share - miss / slope;
    const next = newton > inside && newton < outside ? newton : (inside + outside) / 2;
    if (Math.abs(next - share) < LEAST_STEP) return next;
    share = next;
  }
  return share;
}
