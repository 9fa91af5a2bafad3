import { fourLetters } from './ascii';
import { isRawPhoto } from './isRawPhoto';
import { firstDirectory, numberOf, numbersOf, readDirectory } from './tiffDirectory';
import type { TiffDirectory } from './tiffDirectory';

const TAG = { compression: 259, stripOffsets: 273, stripBytes: 279, below: 330, jpeg: 513, jpegBytes: 514 };
/** Compressions that are JPEGs of their own (TIFF 6.0, section 22, and its note of 2002). */
const JPEGS = new Set([6, 7]);
const MOST_DIRECTORIES = 20;
/** Where one maker's files say where their picture lies, most significant byte first. */
const RAF = { begins: 'FUJI', offset: 84, bytes: 88 };

/**
 * The largest ready-made picture in a camera's own file, to be looked at while that is developed.
 * @returns a JPEG; undefined where there is none, or the file is another
 */
export function embeddedPreview(bytes: Uint8Array): Uint8Array | undefined {
  if (!isRawPhoto(bytes)) return undefined;
  return [...places(bytes)]
    .map(([at, size]) => bytes.subarray(at, at + size))
    .filter((part) => part[0] === 0xff && part[1] === 0xd8 && part[2] === 0xff)
    .reduce<Uint8Array | undefined>(
      (largest, part) => (largest && largest.length >= part.length ? largest : part),
      undefined,
    );
}

function* places(bytes: Uint8Array): Generator<readonly [at: number, size: number]> {
  if (fourLetters(bytes, 0) === RAF.begins && bytes.length > RAF.bytes + 4) {
    const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
    yield [view.getUint32(RAF.offset), view.getUint32(RAF.bytes)];
  }
  const open: (TiffDirectory | undefined)[] = [firstDirectory(bytes)];
  for (let n = 0; n < MOST_DIRECTORIES && open.length > 0; n++) {
    const directory = open.pop();
    if (!directory) continue;
    const number = (tag: number) => numberOf(directory.fields.get(tag), directory);
    const all = (tag: number) => numbersOf(directory.fields.get(tag), directory);
    const [at, size] = [number(TAG.jpeg), number(TAG.jpegBytes)];
    if (at !== undefined && size !== undefined) yield [at, size];
    const [strips, sizes] = [all(TAG.stripOffsets), all(TAG.stripBytes)];
    if (JPEGS.has(number(TAG.compression) ?? 0) && strips.length === 1) yield [strips[0]!, sizes[0] ?? 0];
    open.push(...[...all(TAG.below), directory.next].map((place) => readDirectory(bytes, place)));
  }
}
