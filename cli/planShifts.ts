import type { Area, Photo } from '#core/document/schema';
import { decodeCoveragePng } from '#core/formats/coveragePng';
import type { PlanFile } from '#core/formats/planFile';
import { coverage8Of } from '#core/raster/coverage8';
import { shrinkPlate } from '#core/raster/plate';
import type { Plate } from '#core/raster/plate';
import { wholeRegion } from '#core/raster/raster';
import { partShifts } from '#core/segment/partShifts';
import { movesMarks } from '#kinds/set/carryPlan';
import type { PartShifts } from '#kinds/set/carryPlan';
import { foundPlatesOf } from '#kinds/set/foundPlates';

/** Where parts lie is told on fewer pixels than this. */
const LONG_SIDE = 1536;

/** Another photo, what was found in it, and who of the plan is who in it. */
export interface ShiftTarget {
  readonly photo: Photo;
  readonly plates: ReadonlyMap<string, Plate>;
  readonly who: ReadonlyMap<string, string>;
}

/**
 * How much further than with the face what a plan was drawn on goes in other photos.
 * @returns for each of them; the plan's coverage is read once
 * @throws {DocumentError} coverage
 */
export function planShifts({ photo: from, coverage }: PlanFile): (target: ShiftTarget) => PartShifts {
  const { width, height } = from;
  const read = new Map<string, readonly Plate[]>();
  const platesOf = ({ id }: Area): readonly Plate[] => {
    const known = read.get(id);
    if (known) return known;
    const png = Object.hasOwn(coverage, id) ? coverage[id] : undefined;
    const plates =
      png === undefined ? [] : [shrunk(decodeCoveragePng(Buffer.from(png, 'base64'), width, height))];
    read.set(id, plates);
    return plates;
  };
  const shrunk = (coverage8: Uint8Array): Plate => {
    const region = wholeRegion(width, height, LONG_SIDE);
    const small = new Float32Array(region.outWidth * region.outHeight);
    shrinkPlate({ region: wholeRegion(width, height), coverage8 }, region, small);
    return { region, coverage8: coverage8Of(small) };
  };
  return ({ photo, plates, who }) =>
    movesMarks(from)
      ? partShifts({ photo: from, platesOf }, { photo, platesOf: (area) => foundPlatesOf(area, plates) }, who)
      : new Map();
}
