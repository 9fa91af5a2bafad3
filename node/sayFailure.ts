import { CoreError } from '#core/errors';
import type { HandOffFault, ShotFault } from '#core/errors';

const PHOTO_FAULTS: Readonly<Record<string, string>> = {
  'empty': 'is empty',
  'not-a-photo':
    'is not a photo that can be opened (JPEG, PNG, TIFF, WebP, AVIF, JPEG XL, a camera’s raw file)',
  'truncated': 'ends before its picture does',
  'zero-size': 'is 0 pixels wide or high',
  'too-many-pixels': 'has more than 100 megapixels',
  'too-long': 'is longer than 65,535 pixels on one side',
  'moving-picture': 'is a moving picture; save one frame of it',
  'undecodable': 'cannot be decoded; its contents are damaged',
  'unsupported': 'holds its pixels in a way that is not read here; save it as RGB with 8 or 16 bits',
};

const COMMAND_FAULTS: Readonly<Record<string, (detail: string) => string>> = {
  'colour': (detail) => `“${detail}” is neither a colour nor the name of one`,
  'nobody': () => 'no face was found; give the areas with --mask PART=FILE.png',
  'in-the-way': (detail) =>
    `${detail} is there already and was not written here; name another file with --out`,
  'no-area': (detail) => `the plan has no area “${detail}”`,
  'not-in-a-table': () => 'none of its steps can be in a table of colours, so none was written',
  'reference': (detail) =>
    `${detail} cannot be the reference: nobody was found in it, or it could not be opened`,
  'not-looked-at': () => 'was changed while the series was worked on; give the command again',
  'no-part': (detail) => `there is no ${detail} to work on; give it with --mask PART=FILE.png`,
};

const HAND_OFF_FAULTS: Readonly<Record<HandOffFault, (most: number) => string>> = {
  'off': () => 'is not rendered here: this server takes no photos in hand',
  'busy': () => 'has to wait: as many photos as this server takes in hand are there; ask again in a while',
  'too-slow': (most) => `took longer than the ${most} seconds that this server gives to a photo`,
  'too-large': (most) => `is, with its plan, larger than the ${most} megabytes that this server takes`,
  'too-many-pixels': (most) => `has more than the ${most} megapixels that this server takes`,
  'unclear': () => 'came without what is needed: a form with the file photo, its plan, and as',
  'away': () => 'was not handed over: the server cannot be reached',
  'lost': () => 'was lost: the computation ended unexpectedly',
};

const SHOT_FAULTS: Readonly<Record<ShotFault, (fields: CoreError['fields']) => string>> = {
  'no-ffmpeg': () =>
    'is a clip, which needs ffmpeg and ffprobe to be read or written here, and they are not installed; install ffmpeg, or give a folder of numbered images',
  'no-frames': () => 'holds no images that can be frames',
  'no-picture': () => 'holds no moving picture that can be read',
  'codec': ({ codec }) => `is a clip in ${codec}, which cannot be decoded here`,
  'damaged': ({ frame }) =>
    frame === undefined
      ? 'cannot be read; it is damaged'
      : `cannot be read from frame ${frame} on; it is damaged`,
  'sizes': ({ frame, width, height }) =>
    `has frames of several sizes: ${frame} is not ${width} × ${height} pixels as the first is`,
  'too-long': ({ frames, most }) =>
    `has ${frames} frames; at most ${most} are followed at once: choose some with --from and --to`,
  'no-range': ({ frames }) => `has ${frames} frames: --from and --to do not name any of them`,
  'nobody': () => 'shows no face that could be found, so there is nothing for the plan to stand on',
  'failed': ({ said }) => `could not be written: ffmpeg said “${said}”`,
};

/** By the codes of the file system; each names what it is about. */
const FILE_SYSTEM_FAULTS: Readonly<Record<string, string>> = {
  ENOENT: 'there is no such file or folder',
  ENOTDIR: 'a file stands where a folder is needed',
  EEXIST: 'a file stands where a folder is needed',
  EISDIR: 'is a folder, not a file',
  EACCES: 'may not be read or written by you',
  EPERM: 'may not be read or written by you',
  EROFS: 'lies on a disk that cannot be written',
  ENOSPC: 'could not be written: the disk is full',
  EDQUOT: 'could not be written: your share of the disk is full',
  EMFILE: 'could not be opened: too many files are open',
};

/** One sentence that names the file and the reason. */
export function sayFailure(file: string, error: unknown): string {
  if (!(error instanceof CoreError)) {
    const { code = '', path, message } = error as NodeJS.ErrnoException;
    const words = FILE_SYSTEM_FAULTS[code];
    const about = path === undefined || path === file ? file : `${file}: ${path}`;
    return words ? `${about}: ${words}.` : `${file}: ${message}.`;
  }
  const { reason = '', at, detail } = error.fields;
  if (error.code === 'networks-missing')
    return `${file}: the face network ${error.fields.network} could not be loaded from public/models (${detail}).`;
  if (error.code === 'worker-lost')
    return `${file}: its computation ended unexpectedly; perhaps there was too little memory (--workers 1 needs the least).`;
  if (error.code === 'photo-file') return `${file} ${PHOTO_FAULTS[reason]}.`;
  if (error.code === 'hand-off')
    return `${file} ${HAND_OFF_FAULTS[reason as HandOffFault](Number(error.fields.most))}.`;
  if (error.code === 'shot') return `${file} ${SHOT_FAULTS[reason as ShotFault](error.fields)}.`;
  if (error.code === 'command') return `${file}: ${COMMAND_FAULTS[reason]!(String(detail))}.`;
  if (reason === 'not-json') return `${file} is not a plan: it is not JSON.`;
  if (reason === 'from-the-future')
    return `${file} was written by a newer Even Blush (document version ${detail}).`;
  if (reason === 'other-photo') return `${file} is not the photo that this plan was made for (${detail}).`;
  if (reason === 'coverage')
    return `${file}: the coverage ${at ? `of ${at}` : 'in the plan'} cannot be used (${detail}).`;
  return `${file}: ${at || 'its top level'} does not fit: ${detail || error.code}.`;
}
