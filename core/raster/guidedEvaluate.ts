import { floatsAt, loopRoom } from '../loops/compiledLoops';
import { clamp, clampUnit } from '../math/clamp';
import type { GuidedCoefficients } from './guidedFilter';
import type { LinearRaster, Region } from './raster';

/** A square root stands in for the transfer curve: the guide needs even steps to the eye, not exact codes. */
export function guideOfLinear(linear: number): number {
  return linear > 0 ? Math.sqrt(linear) : 0;
}

/** A mask as a guided filter fitted it, and where its values go. */
export interface GuidedMask {
  readonly coefficients: GuidedCoefficients;
  /** one value per pixel of the region */
  readonly out: Float32Array;
}

/**
 * Evaluates guided filters' coefficients on the photo's own pixels of a region, at whatever size.
 * @param masks fitted on one grid
 * @param window the part of the photo that their grid covers; beyond it nothing is written
 * @param firmFrom what of the raw value counts as 0, and as much below 1 as 1
 */
export function evaluateGuided(masks: readonly GuidedMask[], places: GuidedPlaces): void {
  if (!evaluateCompiled(masks, places)) evaluatePlainly(masks, places);
}

/** Where masks are evaluated. */
interface GuidedPlaces {
  readonly window: Region;
  readonly region: Region;
  readonly source: LinearRaster;
  readonly firmFrom: number;
}

/** A row of the region, and the lines of the grid about it. */
interface GuidedRow {
  /** the row's first value */
  readonly start: number;
  /** the lines above and below, by the place of their first coefficient */
  readonly upper: number;
  readonly lower: number;
  /** how far towards the lower one, 0..1 */
  readonly down: number;
}

function rowsOf({ width, height }: GuidedCoefficients, { window, region }: GuidedPlaces): GuidedRow[] {
  const rows: GuidedRow[] = [];
  for (let row = 0; row < region.outHeight; row++) {
    const y =
      ((region.y + ((row + 0.5) * region.height) / region.outHeight - window.y) * height) / window.height -
      0.5;
    if (y < -0.5 || y > height - 0.5) continue;
    const top = clamp(Math.floor(y), 0, height - 1);
    rows.push({
      start: row * region.outWidth,
      upper: 4 * top * width,
      lower: 4 * Math.min(height - 1, top + 1) * width,
      down: clampUnit(y - top),
    });
  }
  return rows;
}

/** @returns false where there is no room for it among the compiled loops */
function evaluateCompiled(masks: readonly GuidedMask[], places: GuidedPlaces): boolean {
  const { region, window, source, firmFrom } = places;
  const grid = masks[0]!.coefficients;
  const { width } = grid;
  const across = region.outWidth;
  const colours = 4 * Math.ceil((3 * across) / 4);
  const sizes = [width * 4, colours, colours, across, across, across, ...masks.map(() => grid.data.length)];
  const room = loopRoom(...sizes.map((count) => 4 * count));
  if (!room) return false;
  const { loops } = room;
  const [line, linear, guide, lefts, rights, values, ...fits] = room.places as [
    ...[number, number, number, number, number, number],
    ...number[],
  ];
  const columns = gridColumns(window, region, width);
  new Int32Array(loops.memory.buffer, lefts, across).set(columns.lefts);
  floatsAt(loops, rights, across).set(columns.rights);
  masks.forEach(({ coefficients: { data } }, n) => floatsAt(loops, fits[n]!, data.length).set(data));
  const linearRow = floatsAt(loops, linear, 3 * across);
  const valuesRow = floatsAt(loops, values, across);
  const { firstColumn, lastColumn } = columns;
  for (const { start, upper, lower, down } of rowsOf(grid, places)) {
    let isGuided = false;
    masks.forEach(({ out }, n) => {
      const fit = fits[n]!;
      if (!loops.lineBetween(fit + 4 * upper, fit + 4 * lower, down, line, width)) return;
      if (!isGuided) {
        linearRow.set(source.data.subarray(3 * start, 3 * (start + across)));
        loops.guideLine(linear, guide, colours);
        isGuided = true;
      }
      valuesRow.set(out.subarray(start, start + across));
      loops.evaluateGuidedLine(line, guide, lefts, rights, firstColumn, lastColumn, width, firmFrom, values);
      out.set(valuesRow, start);
    });
  }
  return true;
}

function evaluatePlainly(masks: readonly GuidedMask[], places: GuidedPlaces): void {
  const { region, window, source, firmFrom } = places;
  const grid = masks[0]!.coefficients;
  const columns = gridColumns(window, region, grid.width);
  const line = new Float32Array(grid.width * 4);
  const guide = new Float32Array(region.outWidth * 3);
  for (const row of rowsOf(grid, places)) {
    const { start } = row;
    let isGuided = false;
    for (const { coefficients, out } of masks) {
      if (!lineBetween(coefficients.data, row, line)) continue;
      if (!isGuided)
        for (let i = 0, p = 3 * start; i < guide.length; i++, p++) guide[i] = guideOfLinear(source.data[p]!);
      isGuided = true;
      evaluateLine(line, guide, { columns, firmFrom, start, out });
    }
  }
}

/** A line of coefficients between two of the grid. @returns whether any is other than 0 */
function lineBetween(data: Float32Array, { upper, lower, down }: GuidedRow, line: Float32Array): boolean {
  let isAnywhere = false;
  for (let i = 0; i < line.length; i++) {
    const value = data[upper + i]! + down * (data[lower + i]! - data[upper + i]!);
    if (value !== 0) isAnywhere = true;
    line[i] = value;
  }
  return isAnywhere;
}

function evaluateLine(
  line: Float32Array,
  guide: Float32Array,
  {
    columns: { firstColumn, lastColumn, lefts, rights },
    firmFrom,
    start,
    out,
  }: {
    readonly columns: ReturnType<typeof gridColumns>;
    readonly firmFrom: number;
    readonly start: number;
    readonly out: Float32Array;
  },
): void {
  const last = line.length - 4;
  const gain = 1 / (1 - 2 * firmFrom);
  for (let column = firstColumn; column <= lastColumn; column++) {
    const right = rights[column]!;
    const p = 4 * lefts[column]!;
    const q = Math.min(last, p + 4);
    const red = line[p]! + right * (line[q]! - line[p]!);
    const green = line[p + 1]! + right * (line[q + 1]! - line[p + 1]!);
    const blue = line[p + 2]! + right * (line[q + 2]! - line[p + 2]!);
    const offset = line[p + 3]! + right * (line[q + 3]! - line[p + 3]!);
    if (red === 0 && green === 0 && blue === 0 && offset === 0) continue;
    const value =
      red * guide[3 * column]! + green * guide[3 * column + 1]! + blue * guide[3 * column + 2]! + offset;
    out[start + column] = clampUnit((value - firmFrom) * gain);
  }
}

/**
 * The region's columns within the window, the grid column before each, and how far each lies towards the next
 * one.
 */
function gridColumns(window: Region, region: Region, width: number) {
  const step = region.width / region.outWidth;
  const grid = width / window.width;
  const firstColumn = Math.max(0, Math.ceil((window.x - region.x) / step - 0.5));
  const lastColumn = Math.min(
    region.outWidth - 1,
    Math.floor((window.width + window.x - region.x) / step - 0.5),
  );
  const lefts = new Int32Array(region.outWidth);
  const rights = new Float32Array(region.outWidth);
  for (let column = firstColumn; column <= lastColumn; column++) {
    const x = (region.x + (column + 0.5) * step - window.x) * grid - 0.5;
    lefts[column] = clamp(Math.floor(x), 0, width - 1);
    rights[column] = clampUnit(x - lefts[column]!);
  }
  return { firstColumn, lastColumn, lefts, rights };
}
