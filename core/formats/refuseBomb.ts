import { Inflate } from 'pako';

/**
 * Unpacks what zlib packed, piece by piece, and keeps nothing, until it is too much: a small file that would
 * unpack to a vast one is refused before any decoder is given it.
 * @param pieces of one packed stream
 * @throws {RangeError} when there is more than `most` bytes in it
 */
export function refuseBomb(pieces: Iterable<Uint8Array>, most: number): void {
  const inflate = new Inflate({ chunkSize: 1 << 16 });
  let size = 0;
  let ended = false;
  inflate.onData = (chunk) => {
    size += (chunk as Uint8Array).length;
    if (size > most) throw new RangeError('it unpacks to more than a picture of its size holds');
  };
  inflate.onEnd = () => {
    ended = true;
  };
  for (const piece of pieces) {
    inflate.push(piece, false);
    if (ended) break;
  }
}
