import { CoreError } from '#core/errors';

const PHOTO_FAULTS: Readonly<Record<string, string>> = {
  'empty': 'is empty',
  'not-a-photo': 'is not a JPEG or PNG photo',
  'truncated': 'ends before its picture does',
  'zero-size': 'is 0 pixels wide or high',
  'too-many-pixels': 'has more than 100 megapixels',
  'moving-picture': 'is a moving picture; save one frame of it',
  'undecodable': 'cannot be decoded; its contents are damaged',
};

/** One sentence that names the file and the reason. */
export function sayFailure(file: string, error: unknown): string {
  if (!(error instanceof CoreError)) {
    const missing = (error as NodeJS.ErrnoException).code === 'ENOENT';
    return `${file}: ${missing ? 'there is no such file' : (error as Error).message}.`;
  }
  const { reason = '', at, detail } = error.fields;
  if (error.code === 'networks-missing') return `${file}: the face network ${error.fields.network} could not be loaded from public/models (${detail}).`;
  if (error.code === 'photo-file') return `${file} ${PHOTO_FAULTS[reason]}.`;
  if (error.code === 'command') return `${file}: ${reason === 'colour' ? `“${detail}” is neither a colour nor the name of one` : reason === 'nobody' ? 'no face was found; give the areas with --mask PART=FILE.png' : `there is no ${detail} to work on; give it with --mask PART=FILE.png`}.`;
  if (reason === 'not-json') return `${file} is not a plan: it is not JSON.`;
  if (reason === 'from-the-future') return `${file} was written by a newer Even Blush (document version ${detail}).`;
  if (reason === 'other-photo') return `${file} is not the photo that this plan was made for (${detail}).`;
  if (reason === 'coverage') return `${file}: the coverage ${at ? `in ${at}` : 'in the plan'} cannot be used (${detail}).`;
  return `${file}: ${at || 'its top level'} does not fit: ${detail || error.code}.`;
}
