import { clampUnit } from '../math/clamp';
import { boxMeans, boxMeansTwice } from '../raster/boxMeans';
import { mapPlane } from '../raster/mapPlane';
import type { LinearRaster, Region } from '../raster/raster';
import { carriedTo } from './carriedTo';
import { HEAD_CLASSES, isAbsent, ofEachClass, shareOut } from './classShares';
import type { HeadClass, HeadClasses } from './classShares';
import type { HeadGrid } from './headGrid';
import { partBeardHairs } from './beardHairs';
import {
  LINE_CHANNELS,
  NO_CLASS,
  classColours,
  lineDoubt,
  mixingLines,
  placeOn,
  mixedVariance,
} from './mixingLines';
import { dropHairHaze, dropHaze, keptOf, sureAbout } from './haze';
import type { SureAbout } from './haze';
import { cellsOf, shrinkPlane } from './planes';
import { setHairs, strandPlanes } from './strandPlanes';
import { GROUNDS, shareOver } from './strandShares';
import {
  AMONG_HAIR,
  BAND_GROUND_NOISE,
  BARE_BELOW,
  CLOUD_REACH,
  COLOUR_REACH,
  DEEP_REACH,
  HARDLY_TRUSTED,
  LEAST_SECOND,
  LOOKS,
  MEETING_SHARPNESS,
  NEARLY_ALL,
  NEARLY_NONE,
  PURE,
  STRAND_REACH,
  TOLD,
  TOLD_RADIUS,
} from './strandParameters';

/** The photo's pixels of a head's surroundings, and the same head at half the size of the grid. */
interface FinerHead {
  readonly small: HeadGrid;
  readonly region: Region;
  readonly fine: LinearRaster;
}

/** Of the time that this takes, what each look at strands and what comes after them take. Measured on one portrait. */
const SHARE_OF_LOOK = 0.3;
const SHARE_OF_REST = 0.15;

/**
 * Brings the classes of a head to a finer raster: along the photo's edges everywhere, and in a band about
 * the hair by how each pixel's colour mixes from hair and ground near it, so that single strands have
 * fractional coverage.
 * @param small the same head at half the size: colours near a place run smoothly
 * @param fine the photo's pixels of the same part at the finer size
 * @param onShare is told which share of this, 0..1, is done
 * @see Levin, Lischinski, Weiss 2008 for mixed pixels on local lines of colour
 */
export function refineClasses(
  grid: HeadGrid,
  classes: HeadClasses,
  { small, region, fine, onShare }: FinerHead & { readonly onShare?: ((share: number) => void) | undefined },
): HeadClasses {
  const { outWidth: width, outHeight: height } = grid.region;
  const count = region.outWidth * region.outHeight;
  const present = HEAD_CLASSES.filter((name) => !isAbsent(classes[name]));
  const finer = carriedTo(
    present.map((name) => classes[name]),
    grid,
    { region, source: fine },
  );
  const refined = ofEachClass((name) => finer[present.indexOf(name)] ?? new Float32Array(count));
  for (const name of present) preferLarger(refined[name]);
  shareOut(refined);
  const shrunk = ofEachClass((name) =>
    shrinkPlane(classes[name], {
      width,
      height,
      smallWidth: small.region.outWidth,
      smallHeight: small.region.outHeight,
    }),
  );
  const sureHair = sureAbout(small, shrunk.hair, 'hair');
  onShare?.(1 - LOOKS * SHARE_OF_LOOK - SHARE_OF_REST);
  takeStrands(small, shrunk, refined, {
    region,
    fine,
    sureHair,
    onLook: (look) => onShare?.(1 - SHARE_OF_REST - (LOOKS - look) * SHARE_OF_LOOK),
  });
  dropHairHaze(refined, sureHair, region);
  for (const name of ['skin', 'clothes'] as const)
    dropHaze(name, refined, sureAbout(small, shrunk[name], name), region);
  partBeardHairs(small, refined, { region, fine });
  return refined;
}

/**
 * A place belongs to one class, and following the photo's edges leaves it shared. Shares count by their power of
 * 1.5. [tried] on heads of even number, against 1: clothes 0.864 to 0.882, glasses 0.46 to 0.52, all skin 0.912 to
 * 0.915, hair 0.8376 to 0.8371, beard 0.389 to 0.387; 2 takes more from hair.
 */
function preferLarger(shares: Float32Array): void {
  for (let i = 0; i < shares.length; i++) if (shares[i]! > 0) shares[i]! *= Math.sqrt(shares[i]!);
}

/** The classes whose colours are looked at along the edge of hair. */
const STRAND_CLASSES = ['hair', ...GROUNDS.map(({ name }) => name)] as const satisfies readonly HeadClass[];

interface StrandOptions {
  readonly region: Region;
  readonly fine: LinearRaster;
  readonly sureHair: SureAbout;
  /** is told how many looks were taken */
  readonly onLook: (looks: number) => void;
}

function takeStrands(
  grid: HeadGrid,
  classes: HeadClasses,
  refined: HeadClasses,
  { region, fine, sureHair, onLook }: StrandOptions,
): void {
  const { outWidth: columns, outHeight: rows } = grid.region;
  const { outWidth: width, outHeight: height } = region;
  const cells = cellsOf(region, columns, rows);
  const unit = (grid.frame.unit * columns) / grid.region.width;
  const reach = Math.ceil(STRAND_REACH * unit);
  const coarse = { channels: 1, width: columns, height: rows };
  const about = (name: HeadClass) => boxMeansTwice(classes[name], { ...coarse, radius: reach });
  const near = about('hair');
  const within = boxMeans(classes.hair, { ...coarse, radius: Math.ceil(DEEP_REACH * unit) });
  const grounds = groundsOf(GROUNDS.map(({ name }) => about(name)));
  // Colours run more smoothly than places: a grid of half the size tells them.
  const colourColumns = Math.ceil(columns / 2);
  const colourRows = Math.ceil(rows / 2);
  const colourCells = cellsOf(region, colourColumns, colourRows);
  const seeds = cellsOf({ ...region, outWidth: colourColumns, outHeight: colourRows }, columns, rows);
  const isBand = mapPlane(near, (share, cell) =>
    Number(keptOf(sureHair.about[cell]!) > 0 && share >= NEARLY_NONE && within[cell]! <= NEARLY_ALL),
  );
  const band = membersOf(cells, isBand);
  const trust = (name: number, cell: number) =>
    STRAND_CLASSES[name] !== 'background' || near[seeds[cell]!]! < BARE_BELOW ? 1 : HARDLY_TRUSTED;
  const lines = new Float32Array(GROUNDS.length * seeds.length * LINE_CHANNELS);
  const cloud = Math.max(2, Math.round((CLOUD_REACH * grid.frame.unit * width) / region.width));
  const mixed = refined.hair.slice();
  const guided = refined.hair.slice();
  const lineOf = (ground: number, i: number) => (ground * seeds.length + colourCells[i]!) * LINE_CHANNELS;
  const planes = strandPlanes(refined);
  let prior: Float32Array = guided;
  for (let look = 0; look < LOOKS; look++) {
    if (look > 0) {
      const told = boxMeansTwice(refined.hair, { channels: 1, width, height, radius: TOLD_RADIUS });
      prior = mapPlane(guided, (share, i) => share + TOLD * (told[i]! - share));
    }
    const colours = classColours(fine, pureLabels(refined), {
      classes: STRAND_CLASSES.length,
      trust,
      columns: colourColumns,
      rows: colourRows,
      radius: (COLOUR_REACH * unit) / 2,
    });
    writeLines(colours, lines, lineDoubt(grid.frame, region));
    for (let n = 0; n < band.length; n++) {
      const i = band[n]!;
      mixed[i] = placeOn(lines, lineOf(grounds.first[cells[i]!]!, i), fine.data, i);
    }
    const clouds = boxMeansTwice(mapPlane(mixed, clampUnit), { channels: 1, width, height, radius: cloud });
    const steady = boxMeans(mixed, { channels: 1, width, height, radius: 1 });
    const places = { cells, near, within, grounds, lines, mixed, steady, clouds, prior, lineOf, fine };
    setHairs(band, strandShares(band, places), planes, (i) => grounds.first[cells[i]!]!);
    onLook(look + 1);
  }
}

/** The lines between hair and each ground, cell after cell, ground after ground. */
function writeLines(colours: readonly Float32Array[], lines: Float32Array, doubt: number): void {
  const hair = colours[STRAND_CLASSES.indexOf('hair')]!;
  GROUNDS.forEach(({ name }, n) => {
    const own = lines.subarray((n * lines.length) / GROUNDS.length);
    mixingLines(hair, colours[STRAND_CLASSES.indexOf(name)]!, own, doubt);
  });
}

/** What is known of the places in the band about the hair, by pixel or by cell. */
interface StrandPlaces {
  readonly cells: Int32Array;
  readonly near: Float32Array;
  readonly within: Float32Array;
  readonly grounds: ReturnType<typeof groundsOf>;
  readonly lines: Float32Array;
  readonly mixed: Float32Array;
  /** means of these about each pixel: over it and its neighbours, and wider than a strand */
  readonly steady: Float32Array;
  readonly clouds: Float32Array;
  readonly prior: Float32Array;
  readonly lineOf: (ground: number, i: number) => number;
  readonly fine: LinearRaster;
}

/**
 * Shares of hair of some pixels, each over the ground about it or over two where they meet.
 * @returns below 0 where a pixel stays as it was
 */
function strandShares(band: Int32Array, places: StrandPlaces): Float32Array {
  const { cells, near, within, grounds, lines, mixed, steady, clouds, prior, lineOf, fine } = places;
  const place = { near: 0, within: 0, gate: 0, prior: 0 };
  const out = new Float32Array(band.length);
  for (let n = 0; n < band.length; n++) {
    const i = band[n]!;
    const cell = cells[i]!;
    const first = grounds.first[cell]!;
    const line = lineOf(first, i);
    if (lines[line + 4] === Infinity) {
      out[n] = -1;
      continue;
    }
    // Away from the hair a strand must stand out from what the ground does by itself.
    const away = 1 - clampUnit(within[cell]! / AMONG_HAIR);
    const seen = clampUnit(steady[i]! / (BAND_GROUND_NOISE * lines[line + 5]! + 0.02) - 1);
    place.near = near[cell]!;
    place.within = within[cell]!;
    place.gate = 1 - away * (1 - seen);
    place.prior = prior[i]!;
    // And it is thin: what has hair's colour all about the place is a cloud on the ground.
    const own = clampUnit(mixed[i]! - away * clouds[i]!);
    let share = shareOver(GROUNDS[first]!, own, mixedVariance(lines, line, own), place);
    const secondly = grounds.secondShare[cell]!;
    if (secondly > 0) {
      const second = grounds.second[cell]!;
      const other = lineOf(second, i);
      if (lines[other + 4] !== Infinity) {
        const over = clampUnit(placeOn(lines, other, fine.data, i));
        share +=
          secondly * (shareOver(GROUNDS[second]!, over, mixedVariance(lines, other, over), place) - share);
      }
    }
    out[n] = share;
  }
  return out;
}

/** The ground about each cell, the next strongest, and its share where both are near. */
function groundsOf(about: readonly Float32Array[]): {
  first: Uint8Array;
  second: Uint8Array;
  secondShare: Float32Array;
} {
  const count = about[0]!.length;
  const first = new Uint8Array(count);
  const second = new Uint8Array(count);
  const secondShare = new Float32Array(count);
  for (let cell = 0; cell < count; cell++) {
    let best = 0;
    let next = 1;
    for (let n = 1; n < about.length; n++) {
      if (about[n]![cell]! > about[best]![cell]!) {
        next = best;
        best = n;
      } else if (n > 1 && about[n]![cell]! > about[next]![cell]!) next = n;
    }
    const share = 1 / (1 + (about[best]![cell]! / (about[next]![cell]! || 1e-9)) ** MEETING_SHARPNESS);
    first[cell] = best;
    second[cell] = next;
    secondShare[cell] = share < LEAST_SECOND ? 0 : share;
  }
  return { first, second, secondShare };
}

/** The pixels that lie in such cells. */
function membersOf(cells: Int32Array, isMember: Float32Array): Int32Array {
  const members = new Int32Array(cells.length);
  let count = 0;
  for (let i = 0; i < cells.length; i++) if (isMember[cells[i]!] !== 0) members[count++] = i;
  return members.subarray(0, count);
}

/** Which class each pixel belongs to for sure. */
function pureLabels(refined: HeadClasses): Uint8Array {
  const labels = new Uint8Array(refined.hair.length).fill(NO_CLASS);
  STRAND_CLASSES.forEach((name, n) => labelPure(refined[name], n, labels));
  return labels;
}

function labelPure(shares: Float32Array, label: number, labels: Uint8Array): void {
  for (let i = 0; i < labels.length; i++) if (shares[i]! > PURE) labels[i] = label;
}
