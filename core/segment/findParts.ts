import { distance } from '../math/distance';
import type { Pyramid } from '../raster/pyramid';
import { wholeRegion } from '../raster/raster';
import { commonBackground } from './commonBackground';
import type { Ground } from './commonBackground';
import { detectFaces } from './detectFaces';
import { ONE_FACE } from './detectParameters';
import { faceFrame } from './faceFrame';
import { faceLandmarks } from './faceLandmarks';
import type { FaceLandmarks } from './faceLandmarks';
import { BACKGROUND_LONG_SIDE } from './featureParameters';
import { parseFeatures } from './featureParser';
import type { FeatureAnswers } from './featureParser';
import { foundPart } from './found';
import type { FoundPart, FoundPeople, FoundSitter } from './found';
import { parseHead } from './headParser';
import { LocalSitterMaker, SHARE_WHEN } from './sitterMaker';
import type { MadeSitter, SitterMaker, SitterWork } from './sitterMaker';
import type { FaceNetworks } from './networks';
import { partSitters } from './partSitters';
import type { DividedHead } from './partSitters';
import { askPerson, personMap } from './personMap';
import type { PersonAnswers } from './personMap';

/** How people are looked for. */
export interface FindOptions {
  /** look for faces smaller than a thirtieth of the long side too */
  readonly tiles?: boolean;
  readonly onProgress?: (share: number) => void;
  /** is told of all faces once they are seen, from left to right */
  readonly onFaces?: (faces: readonly FaceLandmarks[]) => void;
  /** is told of each sitter once its parts are known, long before all of them are */
  readonly onSitter?: (sitter: FoundSitter) => void;
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
  const faces = await seenFaces(pyramid, networks, { ...options, onFace: () => step(0.05) });
  options.onFaces?.(faces);
  const frames = faces.map(faceFrame);
  const crew = faces.length > 1 ? options.crew : undefined;
  const makers: SitterMaker[] = [];
  const heads: Promise<DividedHead>[] = [];
  const shares = faces.map(() => 0);
  const reached = (n: number, share: number) => {
    shares[n] = share;
    step(0.1 + (0.9 * shares.reduce((sum, each) => sum + each, 0)) / shares.length);
  };
  let answers: PersonAnswers | undefined;
  for (const [n, frame] of frames.entries()) {
    const others = frames.toSpliced(n, 1);
    answers = await askPerson(pyramid, frame, networks, answers?.whole);
    const parsed = await parseHead(pyramid, frame, { others, person: personMap(answers), networks });
    const work = { landmarks: faces[n]!, frame, others, answers, parsed };
    reached(n, SHARE_WHEN.answered);
    const onShare = (share: number) => reached(n, share);
    const maker = crew ? crew(work) : new LocalSitterMaker(pyramid, work, onShare);
    const head = Promise.resolve(maker.divide());
    // Whatever is wrong with it is heard below, once the networks have looked at all of them.
    head.then(
      () => onShare(SHARE_WHEN.divided),
      () => undefined,
    );
    makers.push(maker);
    heads.push(head);
  }
  // Heads are divided elsewhere meanwhile, where there is a crew.
  const features: FeatureAnswers[] = [];
  for (const [n, frame] of frames.entries())
    features.push(await parseFeatures(pyramid, { landmarks: faces[n]!, frame, networks }));
  const divided = await Promise.all(heads);
  partSitters(divided);
  const finish = async (n: number) => {
    const one = await makers[n]!.finish(divided[n]!.classes, features[n]!);
    reached(n, 1);
    options.onSitter?.(one.sitter);
    return one;
  };
  const made: MadeSitter[] = [];
  if (crew) made.push(...(await Promise.all(makers.map((_, n) => finish(n)))));
  else for (const n of makers.keys()) made.push(await finish(n));
  step(1);
  return {
    sitters: made.map(({ sitter }) => sitter),
    background: backgroundOf(
      pyramid,
      made.map(({ ground }) => ground),
    ),
  };
}

/** The faces of a photo, from left to right. */
async function seenFaces(
  pyramid: Pyramid,
  networks: FaceNetworks,
  { tiles, onFace }: FindOptions & { readonly onFace: () => void },
): Promise<FaceLandmarks[]> {
  const faces: FaceLandmarks[] = [];
  for (const box of await detectFaces(pyramid, networks, tiles)) {
    const landmarks = await faceLandmarks(pyramid, box, networks);
    if (landmarks) addFace(faces, landmarks);
    onFace();
  }
  return faces.sort((p, q) => p.points[168]![0] - q.points[168]![0]);
}

/** Adds a face. Of one that fills the picture the detector sees parts as faces too: the surer mesh of a face stays. */
function addFace(faces: FaceLandmarks[], found: FaceLandmarks): void {
  const same = faces.findIndex((face) => isSameFace(face, found));
  if (same < 0) faces.push(found);
  else if (found.confidence > faces[same]!.confidence) faces[same] = found;
}

/** Whether two meshes lie on one face. */
function isSameFace(first: FaceLandmarks, second: FaceLandmarks): boolean {
  const [one, other] = [faceFrame(first), faceFrame(second)];
  return distance(one.origin, other.origin) < ONE_FACE * Math.max(one.unit, other.unit);
}

function backgroundOf(pyramid: Pyramid, grounds: readonly Ground[]): FoundPart | undefined {
  if (grounds.length === 0) return undefined;
  const region = wholeRegion(pyramid.width, pyramid.height, BACKGROUND_LONG_SIDE);
  return foundPart('background', region, commonBackground(region, grounds), undefined);
}
