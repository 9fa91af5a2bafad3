import { luminanceOfSrgbLinear } from '../../colour/luminance';
import type { AreaInput } from '../areaInput';

/** Colours at places: what one kind of thing shows of the light. */
export interface LightGroup {
  readonly count: number;
  /** shares of the photo's diagonal */
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** interleaved linear sRGB */
  readonly colours: Float64Array;
}

/** What a sitter's parts show of the light; a part that is not there is empty. */
export interface SitterLight {
  readonly skin: LightGroup;
  readonly body: LightGroup;
  readonly whites: LightGroup;
  readonly teeth: LightGroup;
  /** pupils and lashes; the darkest of the brows */
  readonly eyeDarks: LightGroup;
  readonly browDarks: LightGroup;
  readonly hair: LightGroup;
  /** the darkest tenth of each cell of `hair` */
  readonly hairDarks: LightGroup;
}

/** All that a picture shows of its light. */
export interface LightSamples {
  /** sides of the photo, shares of its diagonal */
  readonly width: number;
  readonly height: number;
  readonly sitters: readonly SitterLight[];
  /** means of clothes and background; the darkest of every channel, and the means, all over the picture */
  readonly grounds: LightGroup;
  readonly minima: LightGroup;
  readonly cells: LightGroup;
}

/** The parts of one sitter, as far as they were found. */
export interface SitterAreas {
  /** width of the face, pixels of the photo */
  readonly faceWidth: number;
  readonly face: AreaInput | undefined;
  readonly body: AreaInput | undefined;
  readonly whites: AreaInput | undefined;
  readonly irises: AreaInput | undefined;
  readonly teeth: AreaInput | undefined;
  readonly brows: AreaInput | undefined;
  readonly hair: AreaInput | undefined;
}

/** A bin is so fine that lashes stay dark, and so coarse that grain does not pass for dark. */
const BINS_PER_FACE = 110;
const CELLS_PER_FACE = 18;
const CELLS_PER_PICTURE = 15;
const BINS_PER_CELL = 6;
/** Cells hold at least this share of their bins. */
const LEAST_HELD = 0.25;
/** A channel this near to white has lost what it knew of the light. */
const CLIPPED = 0.97;

interface Bin {
  readonly x: number;
  readonly y: number;
  readonly colour: readonly [number, number, number];
}

/** Looks at the parts of all sitters and at the whole picture. */
export function sampleLight(
  photo: { readonly width: number; readonly height: number },
  sitters: readonly SitterAreas[],
  grounds: readonly AreaInput[],
  whole: AreaInput,
): LightSamples {
  const diagonal = Math.hypot(photo.width, photo.height);
  const toGroup = (bins: readonly Bin[]) => groupOf(bins, diagonal);
  const wide = Math.max(photo.width, photo.height) / CELLS_PER_PICTURE;
  const all = cellsOf(binsOf(whole, wide / BINS_PER_CELL), wide, wide / BINS_PER_CELL);
  return {
    width: photo.width / diagonal,
    height: photo.height / diagonal,
    sitters: sitters.map((areas) => sampleSitter(areas, toGroup)),
    grounds: toGroup(
      grounds.flatMap((area) =>
        cellsOf(unclipped(binsOf(area, wide / BINS_PER_CELL)), wide, wide / BINS_PER_CELL).map(meanOf),
      ),
    ),
    minima: toGroup(all.map(leastOf)),
    cells: toGroup(all.map(meanOf)),
  };
}

function sampleSitter(areas: SitterAreas, toGroup: (bins: readonly Bin[]) => LightGroup): SitterLight {
  const fine = Math.max(1, areas.faceWidth / BINS_PER_FACE);
  const cell = areas.faceWidth / CELLS_PER_FACE;
  const bins = (area: AreaInput | undefined, least = 0.95) => (area ? binsOf(area, fine, least) : []);
  const means = (area: AreaInput | undefined) => cellsOf(unclipped(bins(area)), cell, fine).map(meanOf);
  const hair = cellsOf(bins(areas.hair, 0.8), 2 * cell, fine);
  return {
    skin: toGroup(means(areas.face)),
    body: toGroup(means(areas.body)),
    whites: toGroup(perSide(unclipped(bins(areas.whites, 0.75)), (side) => middleOf(side, 0.35, 0.95))),
    teeth: toGroup(oneOf(unclipped(bins(areas.teeth, 0.8)), 6, (side) => middleOf(side, 0.5, 1))),
    eyeDarks: toGroup(perSide(eyeBins(areas.irises, fine), (side) => middleOf(side, 0, 0.1))),
    browDarks: toGroup(perSide(bins(areas.brows, 0.6), (side) => middleOf(side, 0, 0.2))),
    hair: toGroup(hair.map(meanOf)),
    hairDarks: toGroup(hair.map((held) => middleOf(held, 0, 0.1))),
  };
}

/** Means of an area over squares of the photo. @param least coverage of a pixel that counts */
function binsOf({ region, pixels, coverage }: AreaInput, side: number, least = 0.95): Bin[] {
  const step = region.width / region.outWidth;
  const size = Math.max(side, step);
  const sums = new Map<number, number[]>();
  const columns = Math.ceil((region.x + region.width) / size) + 1;
  for (let i = 0; i < coverage.data.length; i++) {
    if (coverage.data[i]! < 255 * least) continue;
    const column = i % coverage.width;
    const x = region.x + (column + 0.5) * step;
    const y = region.y + (((i - column) / coverage.width + 0.5) * region.height) / region.outHeight;
    const key = Math.floor(y / size) * columns + Math.floor(x / size);
    const sum = sums.get(key) ?? [0, 0, 0, 0, 0, 0];
    if (sum[5] === 0) sums.set(key, sum);
    sum[0]! += pixels.data[3 * i]!;
    sum[1]! += pixels.data[3 * i + 1]!;
    sum[2]! += pixels.data[3 * i + 2]!;
    sum[3]! += x;
    sum[4]! += y;
    sum[5]! += 1;
  }
  return [...sums.values()].map(([red, green, blue, x, y, count]) => ({
    x: x! / count!,
    y: y! / count!,
    colour: [red! / count!, green! / count!, blue! / count!],
  }));
}

function cellsOf(bins: readonly Bin[], cell: number, bin: number): Bin[][] {
  const held = new Map<string, Bin[]>();
  for (const entry of bins) {
    const key = `${Math.floor(entry.x / cell)} ${Math.floor(entry.y / cell)}`;
    const list = held.get(key);
    if (list) list.push(entry);
    else held.set(key, [entry]);
  }
  const least = LEAST_HELD * Math.max(1, cell / bin) ** 2;
  return [...held.values()].filter((list) => list.length >= least);
}

function unclipped(bins: readonly Bin[]): Bin[] {
  return bins.filter(({ colour }) => Math.max(...colour) < CLIPPED);
}

/** Everything in the rectangle about each iris: pupil, lashes and lids with it. */
function eyeBins(irises: AreaInput | undefined, fine: number): Bin[] {
  if (!irises) return [];
  const inside = binsOf(irises, fine, 0.5);
  const around = binsOf(
    { ...irises, coverage: { ...irises.coverage, data: irises.coverage.data.map(() => 255) } },
    fine,
  );
  return splitSides(inside).flatMap((eye) => {
    if (eye.length < 3) return [];
    const [left, right] = rangeOf(eye.map(({ x }) => x));
    const [top, bottom] = rangeOf(eye.map(({ y }) => y));
    return around.filter(({ x, y }) => x >= left && x <= right && y >= top && y <= bottom);
  });
}

function rangeOf(values: readonly number[]): readonly [from: number, to: number] {
  return [Math.min(...values), Math.max(...values)];
}

/** The two eyes, or brows, of a face: what lies on either side of the widest gap. */
function splitSides(bins: readonly Bin[]): Bin[][] {
  const sorted = [...bins].sort((p, q) => p.x - q.x);
  let gap = 0;
  let at = sorted.length;
  for (let i = 1; i < sorted.length; i++) {
    const width = sorted[i]!.x - sorted[i - 1]!.x;
    if (width > gap) [gap, at] = [width, i];
  }
  return [sorted.slice(0, at), sorted.slice(at)].filter((side) => side.length > 0);
}

function perSide(bins: readonly Bin[], read: (side: readonly Bin[]) => Bin): Bin[] {
  return splitSides(bins).flatMap((side) => oneOf(side, 3, read));
}

function oneOf(bins: readonly Bin[], least: number, read: (bins: readonly Bin[]) => Bin): Bin[] {
  return bins.length >= least ? [read(bins)] : [];
}

function meanOf(bins: readonly Bin[]): Bin {
  const mean = (read: (bin: Bin) => number) => bins.reduce((sum, bin) => sum + read(bin), 0) / bins.length;
  return {
    x: mean(({ x }) => x),
    y: mean(({ y }) => y),
    colour: [
      mean(({ colour }) => colour[0]),
      mean(({ colour }) => colour[1]),
      mean(({ colour }) => colour[2]),
    ],
  };
}

/** The mean of those whose luminance has a rank between two shares; at least one. */
function middleOf(bins: readonly Bin[], from: number, to: number): Bin {
  const sorted = [...bins].sort((p, q) => luminanceOfSrgbLinear(p.colour) - luminanceOfSrgbLinear(q.colour));
  const first = Math.min(sorted.length - 1, Math.floor(from * sorted.length));
  return meanOf(sorted.slice(first, Math.max(first + 1, Math.floor(to * sorted.length))));
}

/** The darkest of each channel by itself; its darkest thirtieth is left to grain. */
function leastOf(bins: readonly Bin[]): Bin {
  const least = (c: 0 | 1 | 2) => {
    const sorted = bins.map(({ colour }) => colour[c]).sort((p, q) => p - q);
    return sorted[Math.floor(0.03 * sorted.length)]!;
  };
  return { ...meanOf(bins), colour: [least(0), least(1), least(2)] };
}

function groupOf(bins: readonly Bin[], diagonal: number): LightGroup {
  return {
    count: bins.length,
    x: Float64Array.from(bins, ({ x }) => x / diagonal),
    y: Float64Array.from(bins, ({ y }) => y / diagonal),
    colours: Float64Array.from(bins.flatMap(({ colour }) => colour)),
  };
}
