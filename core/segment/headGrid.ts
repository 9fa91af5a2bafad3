import { clamp, clampUnit } from '../math/clamp';
import { convertSrgbLinearToOklab } from '../colour/oklab';
import type { Pyramid } from '../raster/pyramid';
import type { LinearRaster, Region } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import { imageToFace } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import type { LandmarkPoint } from './faceLandmarks';
import { PERSON_SIZE } from './networks';
import type { FaceNetworks } from './networks';
import { shrinkPlane } from './planes';
import { roughness } from './texture';
import { turnedCrop } from './turnedCrop';
import type { TurnedSquare } from './turnedCrop';
import {
  HEAD_CROP,
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
  /** probability that a pixel shows a person, 0..1 */
  readonly person: Float32Array;
  /** the faces of the other sitters */
  readonly others: readonly FaceFrame[];
}

/** Long side of the grid that only has to tell colours, pixels. */
export const SMALL_LONG_SIDE = 240;

function headRegion(
  { width, height }: { width: number; height: number },
  frame: FaceFrame,
  longSide: number,
): Region {
  const [originX, originY] = frame.origin;
  const reach = frame.unit;
  // A tilted head may reach down to any side: the box holds the turned rectangle.
  const cos = Math.cos(frame.tiltRadians);
  const sin = Math.sin(frame.tiltRadians);
  const corners = [-REACH_ASIDE, REACH_ASIDE].flatMap((u) =>
    [-REACH_UP, REACH_DOWN].map(
      (v) => [originX + reach * (u * cos - v * sin), originY + reach * (u * sin + v * cos)] as const,
    ),
  );
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
    outWidth: Math.round((right - left) * scale),
    outHeight: Math.round((bottom - top) * scale),
  };
}

/** What the person network says of a head and of the whole photo. */
export type PersonMap = (point: LandmarkPoint) => number;

/** What a head is looked at with: its surroundings at full working size. */
export interface HeadView {
  readonly region: Region;
  readonly source: LinearRaster;
  readonly rough: Float32Array;
}

/** A head at the scale at which its classes are refined. */
export function headView(pyramid: Pyramid, frame: FaceFrame): HeadView {
  const region = headRegion(pyramid, frame, HEAD_VIEW_LONG_SIDE);
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
    longSide = HEAD_GRID_LONG_SIDE,
  }: { readonly others: readonly FaceFrame[]; readonly person: PersonMap; readonly longSide?: number },
): HeadGrid {
  const region = headRegion(pyramid, frame, longSide);
  const source = sampleRegion(pyramid, region);
  const { outWidth, outHeight } = region;
  const map = new Float32Array(outWidth * outHeight);
  for (let row = 0, i = 0; row < outHeight; row++)
    for (let column = 0; column < outWidth; column++, i++) map[i] = person(pixelCentre(region, column, row));
  const rough = shrinkPlane(view.rough, {
    width: view.region.outWidth,
    height: view.region.outHeight,
    smallWidth: outWidth,
    smallHeight: outHeight,
  });
  return { region, frame, source, oklab: oklabOf(source), rough, person: map, others };
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

/** The middle of a pixel of a region, in pixels of the photo. */
export function pixelCentre(region: Region, column: number, row: number): LandmarkPoint {
  return [
    region.x + ((column + 0.5) * region.width) / region.outWidth,
    region.y + ((row + 0.5) * region.height) / region.outHeight,
  ];
}

/** Asks the person network about a photo or a part of it: 0..1 where people are. */
export async function personMap(
  pyramid: Pyramid,
  frame: FaceFrame,
  networks: FaceNetworks,
): Promise<PersonMap> {
  const whole = {
    centreX: pyramid.width / 2,
    centreY: pyramid.height / 2,
    side: Math.max(pyramid.width, pyramid.height),
    tiltRadians: 0,
  };
  const head = {
    centreX: frame.origin[0],
    centreY: frame.origin[1],
    side: HEAD_CROP * frame.unit,
    tiltRadians: frame.tiltRadians,
  };
  const far = await networks.person(turnedCrop(pyramid, whole, PERSON_SIZE));
  const near = await networks.person(turnedCrop(pyramid, head, PERSON_SIZE));
  const seen = far.some((value) => value > 0.8);
  return (point) => {
    const [u, v] = imageToFace(frame, point);
    // The head's own crop is trusted in its middle, less towards its border.
    const trust = clampUnit((HEAD_CROP / 2 - Math.max(Math.abs(u), Math.abs(v))) / 0.4) * (seen ? 0.6 : 1);
    const wide = valueIn(far, whole, point);
    const close = trust > 0 ? valueIn(near, head, point) : 0;
    return trust * close + (1 - trust) * wide;
  };
}

/** From shares of a side about its middle to pixels of an answer. */
function placeAlong(share: number, size: number): number {
  return clamp((share + 0.5) * size - 0.5, 0, size - 1.001);
}

/** A network's answer at a point of the photo, bilinear. */
function valueIn(
  answer: Float32Array,
  { centreX, centreY, side, tiltRadians }: TurnedSquare,
  [x, y]: LandmarkPoint,
): number {
  const cos = Math.cos(tiltRadians);
  const sin = Math.sin(tiltRadians);
  const size = PERSON_SIZE;
  const dx = x - centreX;
  const dy = y - centreY;
  const across = placeAlong((dx * cos + dy * sin) / side, size);
  const down = placeAlong((dy * cos - dx * sin) / side, size);
  const left = Math.floor(across);
  const top = Math.floor(down);
  const right = across - left;
  const low = down - top;
  const at = top * size + left;
  return (
    (1 - low) * ((1 - right) * answer[at]! + right * answer[at + 1]!) +
    low * ((1 - right) * answer[at + size]! + right * answer[at + size + 1]!)
  );
}
