import { CoreError } from '#core/errors';
import type { HandOffFault, ShotFault } from '#core/errors';
import { StorageError } from '../storage/storageError';
import type { StorageFault } from '../storage/storageError';

type Fields = Readonly<Record<string, string | number>>;

const PHOTO_FAULTS: Readonly<Record<string, (fields: Fields) => string>> = {
  'empty': ({ file }) => `“${file}” is empty. Export it again from where it came from.`,
  'not-a-photo': ({ file }) =>
    `“${file}” is not a photo that can be opened (JPEG, PNG, TIFF, WebP, AVIF, JPEG XL, a camera’s raw file). Save it as one of these and open it again.`,
  'truncated': ({ file }) => `“${file}” ends before its picture does. Copy it again from its source.`,
  'zero-size': ({ file }) => `“${file}” says that it is 0 pixels wide or high. Export it again.`,
  'too-many-pixels': ({ file, width, height }) =>
    `“${file}” has ${width} × ${height} pixels. The most that can be opened is 100 megapixels; make it smaller and open it again.`,
  'too-long': ({ file, width, height }) =>
    `“${file}” has ${width} × ${height} pixels. The longest side that can be opened is 65,535; make it smaller and open it again.`,
  'moving-picture': ({ file }) => `“${file}” is a moving picture. Save one frame of it as JPEG or PNG.`,
  'undecodable': ({ file }) =>
    `“${file}” cannot be decoded; its contents are damaged. Copy it again from its source.`,
  'unsupported': ({ file }) =>
    `“${file}” holds its pixels in a way that is not read here (such as CMYK without a profile, 32 bits, or separate planes). Save it as RGB with 8 or 16 bits and open it again.`,
};

const DOCUMENT_FAULTS: Readonly<Record<string, (fields: Fields) => string>> = {
  'not-json': () => 'This file is not a plan: it is not JSON. Choose a .json file that was exported here.',
  'not-a-sitting': () =>
    'This file is not a sitting that was saved here, or it is damaged. Choose the .zip file that “Save sitting” wrote.',
  'from-the-future': ({ detail }) =>
    `This was written by a newer Even Blush (document version ${detail}). Update this one, then open it again. It was left as it is.`,
  'invalid': ({ at, detail }) =>
    `This does not fit the document: ${at || 'its top level'}: ${detail}. It was left as it is.`,
  'other-photo': ({ detail }) =>
    `This plan was made for another photo (${detail}). Open that photo and try again.`,
  'coverage': ({ detail }) => `The plan's coverage is damaged (${detail}). Export the plan again.`,
};

const clipNamed = (file: Fields[string] | undefined) => (file === undefined ? 'This clip' : `“${file}”`);
const SHOT_FAULTS: Readonly<Partial<Record<ShotFault, (fields: Fields) => string>>> = {
  'no-picture': ({ file }) =>
    `${clipNamed(file)} is no clip that can be opened (WebM, MP4, MOV), or holds no moving picture. Save it as one of these and open it again.`,
  'codec': ({ file, codec }) =>
    `${clipNamed(file)} holds its pictures as ${codec}, which this browser does not decode. Save it as WebM (VP9) or MP4 (H.264) and open it again.`,
  'damaged': ({ file, frame }) =>
    `${clipNamed(file)} cannot be read${frame === undefined ? '' : ` from frame ${frame} on`}; it is damaged. Copy it again from its source.`,
  'no-frames': ({ file }) =>
    `${file ? `“${file}”` : 'This folder'} holds no images. A shot’s frames are images of one size with numbers in their names, in one folder.`,
  'sizes': ({ frame, width, height }) =>
    `“${frame}” is not ${width} × ${height} pixels as the first frame is. All frames of a shot have one size; take this one out and open the folder again.`,
  'too-long': ({ file, frames, most }) =>
    `${clipNamed(file)} has ${frames} frames; at most ${most} are worked on. Cut it into shorter clips and open these.`,
  'failed': ({ said }) => `The clip could not be written (${said}). Try the other kind of file.`,
};

const RENDER_HERE = 'Turn off “render on the server” to render it here.';
const HAND_OFF_FAULTS: Readonly<Record<HandOffFault, (most: number) => string>> = {
  'off': () => `This server renders no photos. ${RENDER_HERE}`,
  'busy': () => `The server has as many photos in hand as it can. Export again in a while. ${RENDER_HERE}`,
  'too-slow': (most) =>
    `The photo took longer than the ${most} seconds that the server gives. ${RENDER_HERE}`,
  'too-large': (most) =>
    `Photo and plan are larger than the ${most} megabytes that the server takes. ${RENDER_HERE}`,
  'too-many-pixels': (most) =>
    `The photo has more than the ${most} megapixels that the server takes. ${RENDER_HERE}`,
  'unclear': () =>
    `The server did not understand what was sent; it may be of another version. ${RENDER_HERE}`,
  'lost': () => `The server ended before the photo was done. Export again. ${RENDER_HERE}`,
  'away': () => `The server cannot be reached. ${RENDER_HERE}`,
};

const STORAGE_FAULTS: Readonly<Record<StorageFault, string>> = {
  'changed-elsewhere':
    'This sitting was changed in another tab since it was opened here. Nothing there was overwritten; what you did here is still open.',
  'deleted-elsewhere': 'This sitting was deleted in another tab. What you have here is still open.',
  'gone':
    'The browser’s storage was cleared: this sitting is no longer stored. What is open here is still whole.',
};

/** Why a sitting is not stored, and what can be done. */
export function sayStorageFault(reason: StorageFault): string {
  return STORAGE_FAULTS[reason];
}

/** A change that was not made, because what it leads to could not be opened again. */
export function sayMisfit(error: unknown): string {
  if (!(error instanceof CoreError) || error.code !== 'document') return sayError(error);
  return `That would go beyond what a sitting can hold (${error.fields.at || 'sitting'}: ${error.fields.detail}), so it was not done. Everything is as it was before.`;
}

/** What happened and what to do next, in a sentence or two. */
export function sayError(error: unknown): string {
  if (error instanceof CoreError) {
    if (error.code === 'photo-file') return PHOTO_FAULTS[error.fields.reason as string]!(error.fields);
    if (error.code === 'document') return DOCUMENT_FAULTS[error.fields.reason as string]!(error.fields);
    if (error.code === 'networks-missing')
      return `The face networks could not be loaded (${error.fields.detail}). Reload the page and press Find again; everything else works without them.`;
    if (error.code === 'hand-off')
      return HAND_OFF_FAULTS[error.fields.reason as HandOffFault](Number(error.fields.most));
    if (error.code === 'shot') return SHOT_FAULTS[error.fields.reason as ShotFault]!(error.fields);
    if (error.code === 'cancelled') return 'Stopped.';
    if (error.code === 'worker-lost')
      return 'The computation ended unexpectedly and was started again. Nothing is lost; repeat the last action.';
    if (error.code === 'worker-silent')
      return 'The computation did not answer for a long time and was started again. Nothing is lost; undo the last change if it happens again.';
    return `Something went wrong in the computation (${error.fields.detail ?? error.code}). Your work is kept; undo the last change or reload the page.`;
  }
  if (error instanceof StorageError) return sayStorageFault(error.reason);
  if (isQuota(error))
    return 'The browser’s storage is full. Your work stays open here: export it, or delete sittings to make room. Saving is tried again with every change.';
  return `Something went wrong (${error instanceof Error ? error.message : String(error)}). Your work is kept; reload the page if it goes on.`;
}

/** Dexie wraps the browser's error in its own. */
export function isQuota(error: unknown): boolean {
  const names = [error, (error as { inner?: unknown } | null)?.inner].map(
    (value) => (value as { name?: string } | null)?.name,
  );
  return names.includes('QuotaExceededError');
}
