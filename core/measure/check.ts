import { deltaDegrees } from '../colour/angles';
import { hsvHueOfSrgbLinear } from '../colour/hueSolve';
import { convertSrgbLinearToOklab } from '../colour/oklab';
import { RUNGS } from '../document/schema';
import type { Rung } from '../document/schema';
import { areaLowPass } from '../raster/lowPass';
import type { AreaInput } from './areaInput';
import { areaMean } from './areaMean';
import { corridorFor, degreesOffRange } from './corridor';
import type { Corridor } from './corridor';
import { DEPARTURE, measureDepartures } from './departures';
import { neckApart } from './neckApart';
import type { NeckApart } from './neckApart';
import { meanLinear } from './reading';
import { rungSamples } from './rungs';

/**
 * What check found on one sitter's skin: numbers only; what to do about it and the words for it are made
 * elsewhere.
 */
export type Finding =
  /** HSV hue outside the corridor; `off` is negative toward red, positive toward green */
  | {
      readonly is: 'hue';
      readonly rungs: readonly {
        readonly rung: Rung;
        readonly hueDegrees: number;
        readonly off: number;
        readonly target: number;
      }[];
    }
  /** range of redness between the quarters of the skin, OKLab a, less what is broader than blotches, as a share of its lightness */
  | { readonly is: 'blotches'; readonly range: number }
  | NeckApart
  /** by how many HSV degrees cheeks are redder than the forehead */
  | { readonly is: 'flushed'; readonly degrees: number }
  /** share of the skin with all channels at their end: one alone leaves the others to see by */
  | { readonly is: 'clipped'; readonly end: 'white' | 'black'; readonly share: number }
  /**
   * share of the skin that steps pushed beyond white, and the stops by which its brightest hundredth lies
   * beyond
   */
  | { readonly is: 'pushed'; readonly share: number; readonly stops: number };

/** The areas of one sitter that check looks at; absent ones are not judged. */
export interface SitterSkin {
  readonly skin: AreaInput;
  readonly face?: AreaInput | undefined;
  readonly neckAndLimbs?: AreaInput | undefined;
  /** the skin as the photo is, where steps have changed it */
  readonly before?: AreaInput | undefined;
  /** whether the light is known to be neutral, by the whites of the eyes */
  readonly lightKnown?: boolean;
  /** where hue is wanted; that of common practice when absent */
  readonly corridor?: Corridor | undefined;
  /** of the photo, forehead to chin, upright */
  readonly faceBox?:
    { readonly x: number; readonly y: number; readonly width: number; readonly height: number } | undefined;
}

/** Less than this is how portraits are; measured on neutral ones: hue within 1° of the corridor. */
const LEAST_HUE = 2;
/**
 * Where the whites of the eyes tell that the light is neutral, this much is the skin's own: neutral heads lie up
 * to 6° outside the corridor of common practice (chosen on heads of even number).
 */
const LEAST_HUE_IN_KNOWN_LIGHT = 6.5;
const MOST_INWARD = 4;
/**
 * The same blood takes the same share of a skin's light, whatever that is: dark skin's redness ranges less, by its
 * lightness. Even faces of 16 heads of even number: 0.004 to 0.013; seven blotchy portraits 0.019 to 0.024.
 */
const LEAST_RANGE = 0.0165;
/**
 * What is broader than this share of the square root of the area is light and shade, bounced from walls or cloth, and no
 * blotch. Without it those faces had 0.005 to 0.018 and those portraits 0.028 to 0.036, with 0.15 of it 0.004 to 0.015
 * and 0.021 to 0.028: both lay nearer to each other.
 */
const BROADER = 0.1;
const LEAST_FLUSH = 8;
const LEAST_CLIPPED = 0.005;
const LEAST_PUSHED = 0.02;
/** A twentieth of a stop is about one L* at white: less is not worth a step. */
const LEAST_PUSHED_STOPS = 0.05;
const CLIPPED_WHITE = 0.985;
const CLIPPED_BLACK = 0.0006;

/** Whatever is off on a sitter's skin, the gravest first. */
export function checkSkin({
  skin,
  before,
  face,
  neckAndLimbs,
  faceBox,
  corridor,
  lightKnown,
}: SitterSkin): Finding[] {
  const leastHue = lightKnown && corridor === undefined ? LEAST_HUE_IN_KNOWN_LIGHT : LEAST_HUE;
  const apart = face && neckAndLimbs && neckApart(face, neckAndLimbs);
  // A neck in other light says nothing of the hue of the skin.
  const findings = [
    hueFinding(apart && face ? face : skin, corridor, leastHue),
    apart,
    blotchFinding(face ?? skin),
    faceBox && flushFinding(face ?? skin, faceBox),
    ...clippedFindings(before ?? skin),
    before && pushedFinding(before, skin),
  ];
  return findings.filter((finding) => finding !== undefined);
}

function hueFinding(
  { pixels, coverage }: AreaInput,
  wanted: Corridor | undefined,
  least: number,
): Finding | undefined {
  const samples = rungSamples(pixels, coverage);
  const hues = new Map<Rung, number>();
  for (const rung of RUNGS) {
    const hue = samples[rung].length > 0 ? hsvHueOfSrgbLinear(meanLinear(samples[rung])) : undefined;
    if (hue !== undefined) hues.set(rung, hue);
  }
  const corridor = corridorFor(hues.get('middle'), wanted);
  const rungs = [...hues].map(([rung, hueDegrees]) => {
    const off = degreesOffRange(hueDegrees, corridor[rung]);
    const inside = off > 0 ? corridor[rung].to - inward(off) : corridor[rung].from + inward(off);
    return { rung, hueDegrees, off, target: off === 0 ? hueDegrees : inside };
  });
  return rungs.some(({ off }) => Math.abs(off) >= least) ? { is: 'hue', rungs } : undefined;
}

/** What lies far outside is brought well inside, what lies a little outside just to the corridor's border. */
function inward(off: number): number {
  return Math.min(MOST_INWARD, Math.abs(off) / 2);
}

function blotchFinding(area: AreaInput): Finding | undefined {
  const field = measureDepartures(area, null);
  if (!field) return undefined;
  const { outWidth: width, outHeight: height } = field.region;
  const redness = new Float32Array(width * height);
  const weights = new Float32Array(width * height);
  let size = 0;
  for (let row = 0, i = 0; row < height; row++)
    for (let column = 0; column < width; column++, i++) {
      const at = DEPARTURE.channels * i;
      redness[i] = field.data[at + DEPARTURE.hueA]! + field.data[at + DEPARTURE.saturationA]!;
      size += weights[i] = coverageAt(area, field.region, column, row) / 255;
    }
  const broad = areaLowPass(weights, width, height, BROADER * Math.sqrt(size)).of(redness);
  const blotches = redness.map((red, i) => red - broad[i]!).filter((_, i) => weights[i] === 1);
  if (blotches.length === 0) return undefined;
  blotches.sort();
  const quarter = (share: number) => blotches[Math.floor(share * (blotches.length - 1))]!;
  const [lightness] = convertSrgbLinearToOklab(areaMean(area.pixels, area.coverage)!);
  const range = (quarter(0.75) - quarter(0.25)) / lightness;
  return range >= LEAST_RANGE ? { is: 'blotches', range } : undefined;
}

/** Coverage of the area at a place of another grid over the same box. */
function coverageAt(
  { coverage, region }: AreaInput,
  grid: AreaInput['region'],
  column: number,
  row: number,
): number {
  const across = Math.floor(
    (((column + 0.5) * grid.width) / grid.outWidth) * (region.outWidth / region.width),
  );
  const down = Math.floor(
    (((row + 0.5) * grid.height) / grid.outHeight) * (region.outHeight / region.height),
  );
  return coverage.data[
    Math.min(coverage.height - 1, down) * coverage.width + Math.min(coverage.width - 1, across)
  ]!;
}

/** Forehead and cheeks as shares of the face's box; common proportions of an upright face. */
const FOREHEAD = { left: 0.32, right: 0.68, top: 0.04, bottom: 0.2 };
const CHEEKS = [
  { left: 0.14, right: 0.32, top: 0.5, bottom: 0.68 },
  { left: 0.68, right: 0.86, top: 0.5, bottom: 0.68 },
];

function flushFinding(area: AreaInput, box: NonNullable<SitterSkin['faceBox']>): Finding | undefined {
  const forehead = hueWithin(area, box, [FOREHEAD]);
  const cheeks = hueWithin(area, box, CHEEKS);
  if (forehead === undefined || cheeks === undefined) return undefined;
  const degrees = deltaDegrees(cheeks, forehead);
  return degrees >= LEAST_FLUSH ? { is: 'flushed', degrees } : undefined;
}

function hueWithin(
  { region, pixels, coverage }: AreaInput,
  box: NonNullable<SitterSkin['faceBox']>,
  shares: readonly (typeof FOREHEAD)[],
): number | undefined {
  const inside = coverage.data.map((value, i) => {
    const column = i % coverage.width;
    const x = region.x + ((column + 0.5) * region.width) / coverage.width;
    const y = region.y + (((i - column) / coverage.width + 0.5) * region.height) / coverage.height;
    const across = (x - box.x) / box.width;
    const down = (y - box.y) / box.height;
    return value === 255 &&
      shares.some(
        ({ left, right, top, bottom }) => across >= left && across <= right && down >= top && down <= bottom,
      )
      ? 255
      : 0;
  });
  const mean = areaMean(pixels, { ...coverage, data: inside });
  return mean && hsvHueOfSrgbLinear(mean);
}

/** What is at white with the steps and was not without them. */
function pushedFinding(before: AreaInput, { pixels, coverage }: AreaInput): Finding | undefined {
  const most = ({ data }: AreaInput['pixels'], i: number) =>
    Math.max(data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!);
  const brightest: number[] = [];
  let pushed = 0;
  for (let i = 0; i < coverage.data.length; i++) {
    if (coverage.data[i] !== 255) continue;
    const now = most(pixels, i);
    brightest.push(now);
    if (now > 1 && most(before.pixels, i) < CLIPPED_WHITE) pushed++;
  }
  const share = brightest.length > 0 ? pushed / brightest.length : 0;
  // Above a hundredth, so that the brightest hundredth says how far.
  if (share < LEAST_PUSHED) return undefined;
  const stops = Math.log2(brightest.sort((p, q) => p - q)[Math.floor(0.99 * (brightest.length - 1))]!);
  return stops < LEAST_PUSHED_STOPS ? undefined : { is: 'pushed', share, stops };
}

function clippedFindings({ pixels, coverage }: AreaInput): Finding[] {
  let white = 0;
  let black = 0;
  let count = 0;
  for (let i = 0; i < coverage.data.length; i++) {
    if (coverage.data[i] !== 255) continue;
    count++;
    const channels = [pixels.data[3 * i]!, pixels.data[3 * i + 1]!, pixels.data[3 * i + 2]!];
    if (Math.min(...channels) >= CLIPPED_WHITE) white++;
    if (Math.max(...channels) <= CLIPPED_BLACK) black++;
  }
  const found = (end: 'white' | 'black', share: number): Finding[] =>
    share >= LEAST_CLIPPED ? [{ is: 'clipped', end, share }] : [];
  return count === 0 ? [] : [...found('white', white / count), ...found('black', black / count)];
}
