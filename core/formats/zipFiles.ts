import { Zip, ZipPassThrough } from 'fflate';

/**
 * Files as one zip archive, as they are: pictures are packed already. One is read after the other, so that no more
 * than one is held.
 * @returns the archive's pieces, in order
 */
export async function* zipFiles(
  files: Iterable<readonly [name: string, read: () => Promise<Uint8Array>]>,
): AsyncGenerator<Uint8Array<ArrayBuffer>> {
  let pieces: Uint8Array<ArrayBuffer>[] = [];
  const archive = new Zip((error, piece) => {
    if (error) throw error;
    pieces.push(piece as Uint8Array<ArrayBuffer>);
  });
  for (const [name, read] of files) {
    const entry = new ZipPassThrough(name);
    archive.add(entry);
    entry.push(await read(), true);
    yield* pieces;
    pieces = [];
  }
  archive.end();
  yield* pieces;
}
