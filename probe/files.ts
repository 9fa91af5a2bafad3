import sharp from 'sharp';
import { newPhoto, newSitting } from '#core/document/commands';
import { DOCUMENT_VERSION } from '#core/document/schema';
import { CoreError } from '#core/errors';
import { decodeCoveragePng, encodeCoveragePng } from '#core/formats/coveragePng';
import { inspectPhotoFile } from '#core/formats/inspectPhotoFile';
import { findJpegDamage } from '#core/formats/jpegDamage';
import { readPngColour } from '#core/formats/pngColour';
import { parsePlanFile } from '#core/formats/planFile';
import { packSitting, unpackSitting } from '#core/formats/sittingFile';
import { KINDS } from '#kinds/registry.gen';
import { damage, numbers } from './finding';
import type { Finding } from './finding';

const FILES = 1000;
/** A difference that is seen, in codes, and the pixels that must have it for the picture to look damaged. */
const SEEN_CODES = 24;
const SEEN_PIXELS = 100;

/** Opens damaged files of every format that comes in. */
export async function* probeFiles(): AsyncGenerator<Finding> {
  const picture = sharp('demo/marit-flare.jpg').resize(540);
  const coverage = Uint8Array.from({ length: 540 * 675 }, (_, i) => (i * 7) % 256);
  const document = newPhoto({ id: 'a'.repeat(64), file: 'a.jpg', width: 540, height: 675 });
  const plan = Buffer.from(JSON.stringify({ schema: DOCUMENT_VERSION, photo: document, coverage: {} }));
  const sitting = { ...newSitting('one', 'One', '2026-11-26T10:00:00.000Z'), photos: [document] };
  yield await photos('JPEG, baseline', await picture.clone().jpeg({ quality: 92 }).toBuffer(), 1);
  yield await photos(
    'JPEG, progressive',
    await picture.clone().jpeg({ quality: 90, progressive: true }).toBuffer(),
    2,
  );
  yield await photos('PNG', await picture.clone().png().toBuffer(), 3);
  yield others('coverage PNG', encodeCoveragePng(coverage, 540, 675), 4, (bytes) =>
    decodeCoveragePng(bytes, 540, 675),
  );
  yield others('plan', plan, 5, (bytes) => parsePlanFile(bytes.toString('utf8'), KINDS));
  yield others('sitting file', packSitting({ sitting, plates: new Map(), photos: new Map() }), 6, (bytes) =>
    unpackSitting(bytes, KINDS),
  );
}

async function photos(name: string, whole: Buffer, seed: number): Promise<Finding> {
  const next = numbers(seed);
  const pixels = await sharp(whole).removeAlpha().raw().toBuffer();
  const counts = { refused: 0, told: 0, untold: 0, unharmed: 0, unexpected: 0 };
  let slowest = 0;
  for (let n = 0; n < FILES; n++) {
    const file = damage(whole, next);
    const began = performance.now();
    let told = false;
    let refused = false;
    try {
      inspectPhotoFile(name, file);
      readPngColour(file);
      told = name.startsWith('JPEG') && findJpegDamage(file) !== undefined;
    } catch (error) {
      refused = true;
      if (!(error instanceof CoreError)) counts.unexpected++;
    }
    slowest = Math.max(slowest, performance.now() - began);
    const decoded = refused
      ? undefined
      : await sharp(file, { failOn: name === 'PNG' ? 'truncated' : 'none' })
          .removeAlpha()
          .raw()
          .toBuffer()
          .catch(() => undefined);
    if (!decoded) counts.refused++;
    else if (told) counts.told++;
    else if (looksDamaged(pixels, decoded)) counts.untold++;
    else counts.unharmed++;
  }
  return {
    what: `${FILES} damaged files: ${name}`,
    seen: `${counts.refused} refused in a sentence, ${counts.told} opened and said to be damaged, ${counts.unharmed} opened and look whole, ${counts.untold} look damaged without a word; ${counts.unexpected} unexpected errors; slowest look ${slowest.toFixed(0)} ms`,
    must: 'no unexpected error, under 5 s each',
  };
}

function looksDamaged(whole: Buffer, decoded: Buffer): boolean {
  if (whole.length !== decoded.length) return true;
  let seen = 0;
  for (let i = 0; i < whole.length; i += 3) {
    if ([0, 1, 2].some((c) => Math.abs(whole[i + c]! - decoded[i + c]!) > SEEN_CODES)) seen++;
  }
  return seen > SEEN_PIXELS;
}

function others(name: string, whole: Uint8Array, seed: number, open: (bytes: Buffer) => unknown): Finding {
  const next = numbers(seed);
  let opened = 0;
  let refused = 0;
  let unexpected = 0;
  let slowest = 0;
  for (let n = 0; n < FILES; n++) {
    const file = damage(whole, next);
    const began = performance.now();
    try {
      open(file);
      opened++;
    } catch (error) {
      if (error instanceof CoreError) refused++;
      else unexpected++;
    }
    slowest = Math.max(slowest, performance.now() - began);
  }
  return {
    what: `${FILES} damaged files: ${name}`,
    seen: `${refused} refused in a sentence, ${opened} opened; ${unexpected} unexpected errors; slowest ${slowest.toFixed(0)} ms`,
    must: 'no unexpected error, under 5 s each',
  };
}
