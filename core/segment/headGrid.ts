import { convertSrgbLinearToOklab } from '../colour/oklab';
import type { Pyramid } from '../raster/pyramid';
import type { LinearRaster, Region } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import { faceToImage } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import { parsedPlanes } from './headParser';
import type { ParsedHead, ParsedPlanes } from './headParser';
import type { PersonMap } from './personMap';
import { shrinkPlane } from './planes';
import { roughness } from './texture';
import {
  HEAD_GRID_LONG_SIDE,
  HEAD_VIEW_LONG_SIDE,
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

/** How far something reaches from the bridge of the nose, face widths. */
interface Reach {
  readonly aside: number;
  readonly up: number;
  readonly down: number;
}
const REACH_OF_HEAD: Reach = { aside: REACH_ASIDE, up: REACH_UP, down: REACH_DOWN };

/** The upright part of the photo that holds what lies within reach of a face, which may be tilted. */
export function regionWithin(
  { width, height }: { readonly width: number; readonly height: number },
  frame: FaceFrame,
  { aside, up, down }: Reach,
  longSide: number,
): Region {
  const corners = [-aside, aside].flatMap((u) => [-up, down].map((v) => faceToImage(frame, [u, v])));
  const xs = corners.map(([x]) => x);
  const ys = corners.map(([, y]) => y);
  const left = Math.max(0, Math.floor(Math.min(...xs)));
  const top = Math.max(0, Math.floor(Math.min(...ys)));
  const right = Math.min(width, Math.ceil(Math.max(...xs)));
  const bottom = Math.min(height, Math.ceil(Math.max(...ys)));
  const scale = Math.min(1, longSide / Math.max(right - left, bottom - top));
  return {
    x: left,
    y: top,
    width: right - left,
    height: bottom - top,
    outWidth: Math.max(1, Math.round((right - left) * scale)),
    outHeight: Math.max(1, Math.round((bottom - top) * scale)),
  };
}

/** What a head is looked at with: its surroundings at full working size. */
export interface HeadView {
  readonly region: Region;
  readonly source: LinearRaster;
  readonly rough: Float32Array;
}

/** A head at the scale at which its classes are refined. */
export function headView(pyramid: Pyramid, frame: FaceFrame): HeadView {
  const region = regionWithin(pyramid, frame, REACH_OF_HEAD, HEAD_VIEW_LONG_SIDE);
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
    others,
    person,
    parsed,
    longSide = HEAD_GRID_LONG_SIDE,
  }: {
    readonly others: readonly FaceFrame[];
    readonly person: PersonMap;
    readonly parsed: ParsedHead;
    readonly longSide?: number;
  },
): HeadGrid {
  const region = regionWithin(pyramid, frame, REACH_OF_HEAD, longSide);
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
