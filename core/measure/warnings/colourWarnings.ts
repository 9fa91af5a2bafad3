import { ciede2000 } from '../../colour/ciede2000';
import { convertSrgbLinearToCielabD50 } from '../../colour/cielab';
import { mapIntoSrgbGamut } from '../../colour/gamut';
import { decodeSrgb } from '../../colour/transfer';
import type { Triple } from '../../colour/triple';
import { isSameAt } from '../../raster/isSameAt';
import type { LinearRaster } from '../../raster/raster';
import { Tally, coveredRange, familyOf } from './scene';
import type { LabPlanes, Warning, WarnedArea, WarningScene } from './scene';

/** Coverage from which a pixel is a part's own, and from which a step reaches it. */
const OWN = 204;
const REACHED = 77;
/** From about here on a change is seen (common practice). */
const SEEN = 2;
const LEAST = { share: 0.01, pixels: 25 };

const labAt = ({ lightness, a, b }: LabPlanes, i: number): Triple => [lightness[i]!, a[i]!, b[i]!];
const linearAt = ({ data }: LinearRaster, i: number): Triple => [
  data[3 * i]!,
  data[3 * i + 1]!,
  data[3 * i + 2]!,
];

/** Parts that nothing is done to, changed by steps on other areas that cover them. */
export function spillWarnings({ region, labBase, labAfter, areas }: WarningScene): Warning[] {
  const stepped = areas.filter((area) => area.stepped);
  const families = new Set(stepped.map(({ part }) => familyOf(part)));
  if (stepped.length === 0 || families.has('other')) return [];
  const reached = reachedBy(stepped);
  return areas
    .filter(({ part }) => !families.has(familyOf(part)) && part !== 'other')
    .flatMap(({ id, coverage }) => {
      const tally = new Tally(region);
      const { from, to } = coveredRange(coverage);
      for (let i = from; i < to; i++) {
        if (coverage[i]! < OWN) continue;
        tally.look();
        if (reached[i] === 0) continue;
        const change = ciede2000(labAt(labBase, i), labAt(labAfter, i));
        if (change > SEEN) tally.wrong(i, change);
      }
      return tally.warning('spill', id, LEAST);
    });
}

/** Pixels that some of these areas reach: 1, others 0. */
function reachedBy(areas: readonly WarnedArea[]): Uint8Array {
  const reached = new Uint8Array(areas[0]!.coverage.length);
  for (const { coverage } of areas)
    for (let i = 0; i < reached.length; i++) if (coverage[i]! >= REACHED) reached[i] = 1;
  return reached;
}

/** Linear light from which a channel is written as white, and up to which as black. */
const WHITE = decodeSrgb(254.5 / 255);
const BLACK = decodeSrgb(0.5 / 255);
const LEAST_CLIPPED = { share: 0.001, pixels: 40 };

/** Channels at their ends that were not there before. The amount counts channels. */
export function clippedWarnings({ region, before, after }: WarningScene): Warning[] {
  const tally = new Tally(region);
  const [p, q] = [before.data, after.data];
  tally.look(p.length / 3);
  for (let i = 0; i < p.length / 3; i++) {
    if (isSameAt(p, q, i)) continue;
    let channels = 0;
    for (let o = 3 * i; o < 3 * i + 3; o++) {
      if (q[o]! >= WHITE && p[o]! < WHITE) channels++;
      if (q[o]! <= BLACK && p[o]! > BLACK) channels++;
    }
    if (channels > 0) tally.wrong(i, channels);
  }
  return tally.warning('clipped', undefined, LEAST_CLIPPED);
}

/** Light below and above which a channel is beyond the gamut for more than rounding. */
const UNDER = -0.004;
const OVER = 1.02;
const isBeyond = (colour: Triple) => colour.some((value) => value < UNDER || value > OVER);
/** Chroma has to give way by so much before it is seen, ΔE00. */
const GIVES_WAY = 1;

/** Colours that the plan brought beyond sRGB: there chroma gives way. The amount is ΔE00 of what is lost. */
export function gamutWarnings({ region, before, after, labAfter }: WarningScene): Warning[] {
  const tally = new Tally(region);
  tally.look(labAfter.lightness.length);
  for (let i = 0; i < labAfter.lightness.length; i++) {
    if (isSameAt(before.data, after.data, i)) continue;
    const colour = linearAt(after, i);
    if (!isBeyond(colour) || isBeyond(linearAt(before, i))) continue;
    const lost = ciede2000(labAt(labAfter, i), convertSrgbLinearToCielabD50(mapIntoSrgbGamut(colour)));
    if (lost > GIVES_WAY) tally.wrong(i, lost);
  }
  return tally.warning('gamut', undefined, LEAST_CLIPPED);
}

const DEGREES = 180 / Math.PI;
/** Chroma beneath which a hue says little, CIELAB. */
const HAS_HUE = 8;
const REVERSED_DEGREES = 60;

/** Hue turned far round where no other colour was asked for. The amount is degrees. */
export function hueWarnings({ region, labBase, labAfter, areas }: WarningScene): Warning[] {
  return areas
    .filter(({ stepped, dyed }) => stepped && !dyed)
    .flatMap(({ id, coverage }) => {
      const tally = new Tally(region);
      const { from, to } = coveredRange(coverage);
      for (let i = from; i < to; i++) {
        if (coverage[i]! < OWN) continue;
        tally.look();
        const [a, b, c, d] = [labBase.a[i]!, labBase.b[i]!, labAfter.a[i]!, labAfter.b[i]!];
        if (a * a + b * b < HAS_HUE ** 2 || c * c + d * d < HAS_HUE ** 2) continue;
        const turned = Math.abs(Math.atan2(a * d - b * c, a * c + b * d)) * DEGREES;
        if (turned > REVERSED_DEGREES) tally.wrong(i, turned);
      }
      return tally.warning('hue-reversed', id, LEAST);
    });
}

/** Most chroma that skin of a lightness has in a neutral picture: 12 + 0.4 L* (from memory, with room). */
const mostChroma = (lightness: number) => 12 + 0.4 * lightness;
const chromaBeyond = ({ lightness, a, b }: LabPlanes, i: number) =>
  Math.sqrt(a[i]! * a[i]! + b[i]! * b[i]!) - mostChroma(lightness[i]!);
const MOSTLY = { share: 0.2, pixels: 100 };

/** Skin that the plan made more saturated than skin is. The amount is chroma beyond the most, CIELAB. */
export function saturatedWarnings({ region, labBefore, labAfter, areas }: WarningScene): Warning[] {
  return areas
    .filter(({ part }) => part === 'skin')
    .flatMap(({ id, coverage }) => {
      const tally = new Tally(region);
      const { from, to } = coveredRange(coverage);
      for (let i = from; i < to; i++) {
        if (coverage[i]! < OWN) continue;
        tally.look();
        const beyond = chromaBeyond(labAfter, i);
        if (beyond > 0 && chromaBeyond(labBefore, i) <= 0) tally.wrong(i, beyond);
      }
      return tally.warning('saturated', id, MOSTLY);
    });
}
