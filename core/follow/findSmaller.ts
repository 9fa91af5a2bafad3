import { encodeSrgb8 } from '../colour/transfer';
import { buildPyramid } from '../raster/pyramid';
import type { Pyramid } from '../raster/pyramid';
import { wholeRegion } from '../raster/raster';
import type { Region } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import type { FaceLandmarks, LandmarkPoint } from '../segment/faceLandmarks';
import type { FoundPart, FoundPeople } from '../segment/found';

/** Larger frames are made so small, on their longer side, before people are looked for in them. */
const LONG_SIDE = 800;

/**
 * Looks for people in a frame of at most 800 pixels on its longer side, which takes a fraction of the time; what is
 * found lies in the frame as it is. Its edges become fine along the frame's own where it is rendered.
 * @param find people in a picture
 */
export async function findSmaller(
  frame: Pyramid,
  find: (pyramid: Pyramid) => Promise<FoundPeople>,
): Promise<FoundPeople> {
  const region = wholeRegion(frame.width, frame.height, LONG_SIDE);
  if (region.outWidth >= frame.width) return find(frame);
  return enlarged(await find(shrunk(frame, region)), [
    frame.width / region.outWidth,
    frame.height / region.outHeight,
  ]);
}

function shrunk(frame: Pyramid, region: Region): Pyramid {
  const { width, height, data: linear } = sampleRegion(frame, region);
  const data = new Uint8Array(4 * width * height);
  for (let i = 0, o = 0; i < linear.length; i += 3, o += 4) {
    for (let c = 0; c < 3; c++) data[o + c] = encodeSrgb8(linear[i + c]!);
    data[o + 3] = 255;
  }
  return buildPyramid({ space: 'srgb8', width, height, data });
}

function enlarged({ sitters, background }: FoundPeople, scale: readonly [number, number]): FoundPeople {
  const [across, down] = scale;
  const larger = (region: Region): Region => ({
    ...region,
    x: across * region.x,
    y: down * region.y,
    width: across * region.width,
    height: down * region.height,
  });
  const part = (found: FoundPart): FoundPart => ({ ...found, region: larger(found.region) });
  return {
    sitters: sitters.map((sitter) => ({
      ...sitter,
      landmarks: landmarksAt(sitter.landmarks, scale),
      parts: sitter.parts.map(part),
      doubtful: sitter.doubtful.map((doubt) => ({ ...doubt, region: larger(doubt.region) })),
    })),
    background: background && part(background),
  };
}

function landmarksAt(
  landmarks: FaceLandmarks,
  [across, down]: readonly [across: number, down: number],
): FaceLandmarks {
  const point = ([x, y]: LandmarkPoint): LandmarkPoint => [across * x, down * y];
  const iris = ({ middle, radius }: FaceLandmarks['irises']['left']) => ({
    middle: point(middle),
    radius: Math.sqrt(across * down) * radius,
  });
  const { left, right } = landmarks.irises;
  return {
    ...landmarks,
    points: landmarks.points.map(point),
    irises: { left: iris(left), right: iris(right) },
  };
}
