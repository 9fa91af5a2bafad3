/**
 * Turns rendered faces with true masks into samples for training the feature parser: per face a square about
 * each eye with its brow and about the mouth, with what the landmarks say of it, and the true share of every class.
 *
 *     npx tsx networks/training/features/makeSamples.ts OUT FOLDER...
 *
 * A folder holds `photo.jpg`, as shot, and one grey PNG of coverage per class. Each sample is a file of bytes,
 * plane after plane.
 */
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { buildPyramid } from '#core/raster/pyramid';
import type { Pyramid } from '#core/raster/pyramid';
import { detectFaces } from '#core/segment/detectFaces';
import { faceFrame } from '#core/segment/faceFrame';
import { faceLandmarks } from '#core/segment/faceLandmarks';
import { FEATURES, featurePlanes, featureSquare } from '#core/segment/featureParser';
import { turnedCrop } from '#core/segment/turnedCrop';
import type { TurnedSquare } from '#core/segment/turnedCrop';
import { networkFiles } from '../../../cli/networkFiles';
import { greyOf, pyramidOf } from '../maskFiles';
import { tfNetworks } from '../../tfNetworks';

/** Pixels along a sample, and how much wider it is than what the network sees, to be cut from at random. */
const SIZE = 256;
const WIDER = 4 / 3;
/** The masks of the classes after the rest, in the order of the network’s answer. */
const MASKS = ['brows', 'iris', 'pupil', 'sclera', 'lips', 'teeth', 'mouth_inner'];

const networks = tfNetworks(networkFiles);
const [out, ...folders] = process.argv.slice(2);
mkdirSync(out!, { recursive: true });
for (const folder of folders) {
  if (existsSync(join(out!, `${basename(folder)}-mouth.bin`)) || !existsSync(join(folder, 'skin_face.png')))
    continue;
  await samplesOf(folder);
}

async function samplesOf(folder: string): Promise<void> {
  const photo = await pyramidOf(join(folder, 'photo.jpg'));
  const [box] = await detectFaces(photo, networks);
  const landmarks = box && (await faceLandmarks(photo, box, networks));
  if (!landmarks) return console.log(folder, 'no face');
  const frame = faceFrame(landmarks);
  const masks: Float32Array[] = [];
  for (const name of MASKS) masks.push(await greyOf(join(folder, `${name}.png`), photo));
  for (const feature of FEATURES) {
    const seen = featureSquare(landmarks, frame, feature);
    const square = { ...seen, side: WIDER * seen.side };
    const shown = featurePlanes(photo, { square, size: SIZE, landmarks, feature, unit: frame.unit });
    const truth = masks.map((plane) => cropOf(plane, photo, square, feature === 'left'));
    const bytes = [...shown, ...truth].flatMap((plane) =>
      Array.from(plane, (value) => Math.round(255 * value)),
    );
    writeFileSync(join(out!, `${basename(folder)}-${feature}.bin`), Uint8Array.from(bytes));
  }
  console.log(folder, frame.unit.toFixed(0));
}

function cropOf(
  plane: Float32Array,
  { width, height }: Pyramid,
  square: TurnedSquare,
  isMirrored: boolean,
): Float32Array {
  const data = new Uint8ClampedArray(4 * plane.length);
  plane.forEach((value, i) => (data[4 * i] = value));
  const crop = turnedCrop(buildPyramid({ space: 'srgb8', width, height, data }), square, SIZE);
  return Float32Array.from({ length: SIZE * SIZE }, (_, i) => {
    const column = i % SIZE;
    return crop[3 * (i - column + (isMirrored ? SIZE - 1 - column : column))]!;
  });
}
