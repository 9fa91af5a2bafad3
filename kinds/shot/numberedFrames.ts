import { stemOf } from '#core/document/names';

/** Ending of an archive that holds the images of a shot, one for each frame. */
export const FRAMES_ENDING = '.frames.zip';
const IMAGE = /\.(jpe?g|png|tiff?|webp|avif|jxl)$/i;
/** Of images whose number of frames a second nobody said. */
export const USUAL_RATE = 25;

/** The images among some files, in the order of the numbers in their names. */
export function framesAmong<Entry>(
  entries: readonly Entry[],
  nameOf: (entry: Entry) => string,
): readonly Entry[] {
  return entries
    .filter((entry) => IMAGE.test(nameOf(entry)))
    .toSorted((one, other) => nameOf(one).localeCompare(nameOf(other), 'en', { numeric: true }));
}

/** Whether a shot's file is an archive of images. */
export const isFrames = (file: string): boolean => file.toLowerCase().endsWith(FRAMES_ENDING);

/** The name of a shot's file without its ending. */
export function shotStem(file: string): string {
  return (isFrames(file) ? file.slice(0, -FRAMES_ENDING.length) : stemOf(file)) || file;
}
