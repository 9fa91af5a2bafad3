/**
 * Turns rendered heads with true masks into samples for training the head parser: per face a square of the
 * photo in the face's frame, with what the other networks say of it, and the true share of every class.
 *
 *     npx tsx networks/training/makeSamples.ts OUT FOLDER...
 *
 * A folder holds `photo.jpg` and one grey PNG of coverage per class; `first_sitter.png`, where two people
 * are shown, is all that belongs to the one at the left. Each sample is a file of bytes, plane after plane.
 */
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { buildPyramid } from '#core/raster/pyramid';
import type { Pyramid } from '#core/raster/pyramid';
import { detectFaces } from '#core/segment/detectFaces';
import { faceFrame } from '#core/segment/faceFrame';
import type { FaceFrame } from '#core/segment/faceFrame';
import { faceLandmarks } from '#core/segment/faceLandmarks';
import { askPerson, personMap } from '#core/segment/personMap';
import { parserPlanes, parserSquare } from '#core/segment/headParser';
import { turnedCrop } from '#core/segment/turnedCrop';
import { networkFiles } from '../../cli/networkFiles';
import { tfNetworks } from '../tfNetworks';
import { greyOf, pyramidOf } from './maskFiles';

/** Pixels along a sample, and how much wider it is than what the network sees, to be cut from at random. */
const SIZE = 288;
const WIDER = 1.15;
/** The masks that make up each class, in the order of the network's answer after background and others. */
const CLASS_MASKS = [
  ['skin_face', 'lips', 'iris', 'pupil', 'sclera', 'teeth', 'mouth_inner', 'lashes'],
  ['skin_body'],
  ['hair'],
  ['beard'],
  ['brows'],
  ['clothes'],
  ['other'],
];

const networks = tfNetworks(networkFiles);
const [out, ...folders] = process.argv.slice(2);
mkdirSync(out!, { recursive: true });
for (const folder of folders) {
  if (existsSync(join(out!, `${basename(folder)}-0.bin`)) || !existsSync(join(folder, 'background.png')))
    continue;
  await samplesOf(folder);
}

async function samplesOf(folder: string): Promise<void> {
  const photo = await pyramidOf(join(folder, 'photo.jpg'));
  const frames: FaceFrame[] = [];
  for (const box of await detectFaces(photo, networks)) {
    const landmarks = await faceLandmarks(photo, box, networks);
    if (landmarks) frames.push(faceFrame(landmarks));
  }
  const grey = (name: string) => greyOf(join(folder, `${name}.png`), photo);
  const first = existsSync(join(folder, 'first_sitter.png')) ? await grey('first_sitter') : undefined;
  const classes: Float32Array[] = [];
  for (const names of CLASS_MASKS) {
    const sum = new Float32Array(photo.width * photo.height);
    for (const name of names) (await grey(name)).forEach((value, i) => (sum[i]! += value));
    classes.push(sum);
  }
  const background = await grey('background');
  for (const [n, frame] of frames.entries()) {
    const others = frames.filter((other) => other !== frame);
    const own = ownShare(first, frame, photo);
    const square = { ...parserSquare(frame), side: WIDER * parserSquare(frame).side };
    const person = personMap(await askPerson(photo, frame, networks));
    const seen = parserPlanes(photo, { square, size: SIZE, frame, others, person });
    const mine = classes.map((sum) => sum.map((value, i) => value * own[i]!));
    const theirs = background.map(
      (value, i) => 255 - value - mine.reduce((sum, plane) => sum + plane[i]!, 0),
    );
    const truth = [background, theirs, ...mine].map((plane) => cropOf(plane, photo, square));
    const bytes = [...seen, ...truth].flatMap((plane) =>
      Array.from(plane, (value) => Math.round(255 * value)),
    );
    writeFileSync(
      join(out!, `${basename(folder)}-${n}.bin`),
      Uint8Array.from(bytes.map((v) => Math.max(0, Math.min(255, v)))),
    );
  }
  console.log(folder, frames.length);
}

/** The share of every pixel's people that is the face's own sitter. */
function ownShare(
  first: Float32Array | undefined,
  { origin }: FaceFrame,
  { width, height }: Pyramid,
): Float32Array {
  if (!first) return new Float32Array(width * height).fill(1);
  const isFirst = first[Math.round(origin[1]) * width + Math.round(origin[0])]! > 127;
  return first.map((value) => (isFirst ? value : 255 - value) / 255);
}

function cropOf(
  plane: Float32Array,
  { width, height }: Pyramid,
  square: ReturnType<typeof parserSquare>,
): Float32Array {
  const data = new Uint8ClampedArray(4 * plane.length);
  plane.forEach((value, i) => (data[4 * i] = value));
  const crop = turnedCrop(buildPyramid({ space: 'srgb8', width, height, data }), square, SIZE);
  return Float32Array.from({ length: SIZE * SIZE }, (_, i) => crop[3 * i]!);
}
