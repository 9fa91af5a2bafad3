import type { Pyramid } from '../raster/pyramid';
import { wholeRegion } from '../raster/raster';
import { commonBackground } from './commonBackground';
import type { Ground } from './commonBackground';
import { detectFaces } from './detectFaces';
import { faceFrame } from './faceFrame';
import { faceLandmarks } from './faceLandmarks';
import type { FaceLandmarks } from './faceLandmarks';
import { BACKGROUND_LONG_SIDE } from './featureParameters';
import { foundPart } from './found';
import type { FoundPart, FoundPeople } from './found';
import { makeSitter } from './makeSitter';
import type { SitterMaker, SitterWork } from './makeSitter';
import type { FaceNetworks } from './networks';
import { partSitters } from './partSitters';

/** How people are looked for. */
export interface FindOptions {
  /** look for faces smaller than a thirtieth of the long side too */
  readonly tiles?: boolean;
  readonly onProgress?: (share: number) => void;
  /** works several sitters out at a time, each elsewhere; without it they come one after the other */
  readonly crew?: (work: SitterWork) => SitterMaker;
}

/**
 * People and their parts.
 * @throws {NetworksMissingError}
 */
export async function findParts(
  pyramid: Pyramid,
  networks: FaceNetworks,
  options: FindOptions = {},
): Promise<FoundPeople> {
  const step = (share: number) => options.onProgress?.(share);
  step(0);
  const faces: FaceLandmarks[] = [];
  for (const box of await detectFaces(pyramid, networks, options.tiles)) {
    const landmarks = await faceLandmarks(pyramid, box, networks);
    if (landmarks) faces.push(landmarks);
    step(0.05);
  }
  faces.sort((p, q) => p.points[168]![0] - q.points[168]![0]);
  const frames = faces.map(faceFrame);
  const crew = faces.length > 1 ? options.crew : undefined;
  const makers = frames.map((frame, n) => {
    const work = { landmarks: faces[n]!, frame, others: frames.toSpliced(n, 1) };
    return crew ? crew(work) : makeSitter(pyramid, networks, work);
  });
  let done = 0;
  const each = async <T>(stage: (maker: SitterMaker, n: number) => Promise<T>): Promise<T[]> =>
    inTurnOrAtOnce(makers, crew !== undefined, async (maker, n) => {
      const reached = await stage(maker, n);
      step(0.1 + (0.9 * ++done) / (2 * makers.length));
      return reached;
    });
  const heads = await each((maker) => maker.divide());
  partSitters(heads);
  const made = await each((maker, n) => maker.finish(heads[n]!.classes));
  step(1);
  return {
    sitters: made.map(({ sitter }) => sitter),
    background: backgroundOf(
      pyramid,
      made.map(({ ground }) => ground),
    ),
  };
}

async function inTurnOrAtOnce<T, R>(
  items: readonly T[],
  atOnce: boolean,
  work: (item: T, n: number) => Promise<R>,
): Promise<R[]> {
  if (atOnce) return Promise.all(items.map(work));
  const results: R[] = [];
  for (const [n, item] of items.entries()) results.push(await work(item, n));
  return results;
}

function backgroundOf(pyramid: Pyramid, grounds: readonly Ground[]): FoundPart | undefined {
  if (grounds.length === 0) return undefined;
  const region = wholeRegion(pyramid.width, pyramid.height, BACKGROUND_LONG_SIDE);
  return foundPart('background', region, commonBackground(region, grounds), undefined);
}
