import { ShotError } from '#core/errors';
import { FRAMES_ENDING, framesAmong, isFrames } from '#kinds/shot/numberedFrames';
import type { ClipFacts } from '#workers/client';

/** What the file picker takes besides photos. */
export const CLIP_FILES = 'video/webm,video/mp4,video/quicktime,.webm,.mkv,.mp4,.m4v,.mov';
const CLIP_ENDING = /\.(webm|mkv|mp4|m4v|mov)$/i;

/** Whether a file is to be opened as a clip. */
export function isClip({ name, type }: Pick<File, 'name' | 'type'>): boolean {
  return type.startsWith('video/') || CLIP_ENDING.test(name) || isFrames(name);
}

/**
 * The images of a folder that was picked, as the one file of a shot.
 * @param zip packs files by name
 * @throws {ShotError} no-frames
 */
export async function packFrames(
  files: readonly Pick<File, 'name' | 'webkitRelativePath'>[],
  zip: (files: ReadonlyMap<string, File>) => Promise<Blob>,
): Promise<File> {
  const [folder = ''] = files[0]?.webkitRelativePath.split('/') ?? [];
  const here = files.filter(({ webkitRelativePath: path }) => path.split('/').length <= 2);
  const images = framesAmong(here, ({ name }) => name);
  if (images.length === 0) throw new ShotError('no-frames', { file: folder });
  const archive = await zip(new Map(images.map((file) => [file.name, file as File])));
  return new File([archive], `${folder || 'shot'}${FRAMES_ENDING}`);
}

const DEEPER: Readonly<Record<NonNullable<ClipFacts['deeper']>, string>> = {
  '10-bit': 'has more than 8 bits a channel; it is worked on and written with 8',
  'hdr': 'is HDR; it is worked on as a display shows it, with 8 bits, and light beyond that is lost',
};

/** What of a clip is not kept. */
export function sayDeeper(deeper: NonNullable<ClipFacts['deeper']>, name: string): string {
  return `“${name}” ${DEEPER[deeper]}.`;
}
