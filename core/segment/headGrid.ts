import { convertSrgbLinearToOklab } from '../colour/oklab';
import type { Pyramid } from '../raster/pyramid';
import type { LinearRaster, Region } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import type { FaceFrame } from './faceFrame';
import { parsedPlanes, parsedShare } from './headParser';
import type { ParsedHead, ParsedPlanes } from './headParser';
import type { PersonMap } from './personMap';
import { ownShare } from './nearness';
import { shrinkPlane } from './planes';
import { narrowed, reachOf, regionOf } from './reach';
import type { FaceWidths, Reach } from './reach';
import { roughness } from './texture';
import {
  HEAD_GRID_LONG_SIDE,
  HEAD_VIEW_LONG_SIDE,
  OWN_FROM,
  OWN_TOLD,
  REACH_ASIDE,
  REACH_DOWN,
  REACH_UP,
  ROUGHNESS_REACH,
} from './headParameters';

/** One head with what belongs to it, at a working size. */
export interface HeadGrid {
  /** the part of the photo that may belong to this sitter */
  readonly region: Region;
  readonly frame: FaceFrame;
  readonly source: LinearRaster;
  /** interleaved L, a, b */
  readonly oklab: Float32Array;
  /** logarithm of contrast between neighbouring pixels of the view */
  readonly rough: Float32Array;
  /** how likely a point of the photo shows a person */
  readonly person: PersonMap;
  /** the faces of the other sitters */
  readonly others: readonly FaceFrame[];
  /** what the parser says */
  readonly parsed: ParsedPlanes;
}

/** Long side of the grid that only has to tell colours, pixels. */
export const SMALL_LONG_SIDE = 240;

const REACH_OF_HEAD: FaceWidths = { aside: REACH_ASIDE, up: REACH_UP, down: REACH_DOWN };

/**
 * The part of the photo that a head and its surroundings lie in: what is nearer to other sitters is left out where the
 * parser sees nothing of this one there.
 */
export function headReach(
  pyramid: Pyramid,
  frame: FaceFrame,
  { others, parsed }: { readonly others: readonly FaceFrame[]; readonly parsed: ParsedHead },
): Reach {
  const reach = reachOf(pyramid, frame, REACH_OF_HEAD);
  if (others.length === 0) return reach;
  const shareAt = ownShare(frame, others);
  const ground = parsedShare(parsed, 'background');
  const anothers = parsedShare(parsed, 'others');
  return narrowed(
    reach,
    (point) => shareAt(point) > OWN_FROM || 1 - ground(point) - anothers(point) > OWN_TOLD,
  );
}

/** What a head is looked at with: its surroundings at full working size. */
export interface HeadView {
  readonly region: Region;
  readonly source: LinearRaster;
  readonly rough: Float32Array;
}

/** A head at the scale at which its classes are refined. */
export function headView(pyramid: Pyramid, frame: FaceFrame, reach: Reach): HeadView {
  const region = regionOf(reach, HEAD_VIEW_LONG_SIDE);
  const source = sampleRegion(pyramid, region);
  return {
    region,
    source,
    rough: roughness(source, (ROUGHNESS_REACH * frame.unit * region.outWidth) / region.width),
  };
}

/**
 * A head on a grid, with what the person network says of it.
 * @param others the frames of the other sitters
 */
export function headGrid(
  pyramid: Pyramid,
  view: HeadView,
  frame: FaceFrame,
  {
    reach,
    others,
    person,
    parsed,
    longSide = HEAD_GRID_LONG_SIDE,
  }: {
    readonly reach: Reach;
    readonly others: readonly FaceFrame[];
    readonly person: PersonMap;
    readonly parsed: ParsedHead;
    readonly longSide?: number;
  },
): HeadGrid {
  const region = regionOf(reach, longSide);
  const source = sampleRegion(pyramid, region);
  const { outWidth, outHeight } = region;
  const rough = shrinkPlane(view.rough, {
    width: view.region.outWidth,
    height: view.region.outHeight,
    smallWidth: outWidth,
    smallHeight: outHeight,
  });
  return {
    region,
    frame,
    source,
    oklab: oklabOf(source),
    rough,
    person,
    others,
    parsed: parsedPlanes(parsed, region),
  };
}

/** OKLab of every pixel, interleaved. */
export function oklabOf({ data }: LinearRaster): Float32Array {
  const oklab = new Float32Array(data.length);
  for (let p = 0; p < data.length; p += 3) {
    const colour = convertSrgbLinearToOklab([data[p]!, data[p + 1]!, data[p + 2]!]);
    oklab[p] = colour[0];
    oklab[p + 1] = colour[1];
    oklab[p + 2] = colour[2];
  }
  return oklab;
}
