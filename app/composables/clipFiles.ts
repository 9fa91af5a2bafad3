import { FRAMES_ENDING, framesAmong, isFrames } from '#kinds/shot/numberedFrames';
import type { ClipFacts } from '#workers/client';

/** What the file picker takes besides photos. */
export const CLIP_FILES = 'video/webm,video/mp4,video/quicktime,.webm,.mkv,.mp4,.m4v,.mov';
const CLIP_ENDING = /\.(webm|mkv|mp4|m4v|mov)$/i;

/** Whether a file is to be opened as a clip. */
export function isClip({ name, type }: Pick<File, 'name' | 'type'>): boolean {
  return type.startsWith('video/') || CLIP_ENDING.test(name) || isFrames(name);
}

/** A folder and the images right in it, in the order of their numbers. */
export interface ImageFolder {
  readonly name: string;
  readonly images: readonly File[];
}

/**
 * The one folder that files come from, however deep they lie in it.
 * @param pathOf a file, from the folder's name on; its name alone where it lies in none
 * @returns undefined where they come from several or from none, or where no image lies right in it
 */
export function imageFolder<Entry extends File>(
  files: readonly Entry[],
  pathOf: (file: Entry) => string,
): ImageFolder | undefined {
  const paths = files.map((file) => pathOf(file).split('/'));
  const [[name = '', ...below] = []] = paths;
  if (below.length === 0 || paths.some(([folder, ...rest]) => folder !== name || rest.length === 0))
    return undefined;
  const images = framesAmong(
    files.filter((_, i) => paths[i]!.length === 2),
    (file) => file.name,
  );
  return images.length > 0 ? { name, images } : undefined;
}

/** The images of a folder as the one file of a shot. @param zip packs files by name */
export async function packFrames(
  { name, images }: ImageFolder,
  zip: (files: ReadonlyMap<string, File>) => Promise<Blob>,
): Promise<File> {
  const archive = await zip(new Map(images.map((file) => [file.name, file])));
  return new File([archive], `${name}${FRAMES_ENDING}`);
}

const DEEPER: Readonly<Record<NonNullable<ClipFacts['deeper']>, string>> = {
  '10-bit': 'has more than 8 bits a channel; it is worked on and written with 8',
  'hdr': 'is HDR; it is worked on as a display shows it, with 8 bits, and light beyond that is lost',
};

/** What of a clip is not kept. */
export function sayDeeper(deeper: NonNullable<ClipFacts['deeper']>, name: string): string {
  return `“${name}” ${DEEPER[deeper]}.`;
}
