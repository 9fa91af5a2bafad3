import type { ClipFacts } from '#workers/client';

/** What the file picker takes besides photos. */
export const CLIP_FILES = 'video/webm,video/mp4,video/quicktime,.webm,.mkv,.mp4,.m4v,.mov';
const CLIP_ENDING = /\.(webm|mkv|mp4|m4v|mov)$/i;

/** Whether a file is to be opened as a clip. */
export function isClip({ name, type }: Pick<File, 'name' | 'type'>): boolean {
  return type.startsWith('video/') || CLIP_ENDING.test(name);
}

const DEEPER: Readonly<Record<NonNullable<ClipFacts['deeper']>, string>> = {
  '10-bit': 'has more than 8 bits a channel; it is worked on and written with 8',
  'hdr': 'is HDR; it is worked on as a display shows it, with 8 bits, and light beyond that is lost',
};

/** What of a clip is not kept. */
export function sayDeeper(deeper: NonNullable<ClipFacts['deeper']>, name: string): string {
  return `“${name}” ${DEEPER[deeper]}.`;
}
