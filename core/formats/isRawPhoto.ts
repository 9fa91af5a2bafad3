import { fourLetters } from './ascii';
import { firstDirectory, numberOf, numbersOf, readDirectory } from './tiffDirectory';
import type { TiffDirectory } from './tiffDirectory';

/** Endings of cameras' own files, for a file picker. */
export const RAW_ENDINGS = '.dng,.nef,.nrw,.cr2,.cr3,.arw,.raf,.orf,.rw2,.pef,.srw,.3fr,.iiq';

/** How files begin that are of a camera and no TIFF of its own right. */
const BEGINNINGS = ['IIRO', 'IIRS', 'MMOR', 'IIU\0', 'FUJI'];
const CR3_BRAND = 'crx ';
const TAG = { photometric: 262, subDirectories: 330, dngVersion: 50_706 };
/** A colour filter's mosaic, and linear data of a sensor (TIFF/EP, ISO 12234-2; DNG 1.7.1). */
const SENSOR = new Set([32_803, 34_892]);
const MOST_DIRECTORIES = 20;

/** Whether a file holds what a camera's sensor saw. */
export function isRawPhoto(bytes: Uint8Array): boolean {
  const begins = fourLetters(bytes, 0);
  if (BEGINNINGS.includes(begins)) return true;
  if (fourLetters(bytes, 4) === 'ftyp') return fourLetters(bytes, 8) === CR3_BRAND;
  const first = firstDirectory(bytes);
  if (!first) return false;
  if (first.fields.has(TAG.dngVersion) || fourLetters(bytes, 8).startsWith('CR')) return true;
  const open = [first];
  for (let n = 0; n < MOST_DIRECTORIES; n++) {
    const directory = open.pop();
    if (!directory) return false;
    if (SENSOR.has(numberOf(directory.fields.get(TAG.photometric), directory) ?? -1)) return true;
    const below = numbersOf(directory.fields.get(TAG.subDirectories), directory);
    open.push(
      ...[...below, directory.next]
        .map((at) => readDirectory(bytes, at))
        .filter((one): one is TiffDirectory => one !== undefined),
    );
  }
  return false;
}
