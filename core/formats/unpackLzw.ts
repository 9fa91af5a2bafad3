const CLEAR = 256;
const END = 257;
const FIRST = 258;
const MOST_CODES = 4096;

/**
 * Unpacks TIFF's LZW, whose codes grow one early (TIFF 6.0, section 13).
 * @param out is filled; what would go beyond it is left
 * @throws {RangeError} for a code that was never made
 */
export function unpackLzw(packed: Uint8Array, out: Uint8Array): void {
  const before = new Uint16Array(MOST_CODES);
  const last = new Uint8Array(MOST_CODES);
  const length = new Uint16Array(MOST_CODES);
  for (let code = 0; code < CLEAR; code++) {
    last[code] = code;
    length[code] = 1;
  }
  let next = FIRST;
  let bits = 9;
  let held = 0;
  let count = 0;
  let previous = -1;
  let at = 0;
  for (let i = 0; i < packed.length && at < out.length;) {
    while (count < bits && i < packed.length) {
      held = ((held << 8) | packed[i++]!) & 0xffffff;
      count += 8;
    }
    if (count < bits) return;
    const code = (held >> (count - bits)) & ((1 << bits) - 1);
    count -= bits;
    if (code === END) return;
    if (code === CLEAR) {
      [next, bits, previous] = [FIRST, 9, -1];
      continue;
    }
    const isNew = code === next && previous >= 0;
    if (code >= next && !isNew) throw new RangeError(`code ${code} of ${next}`);
    const size = isNew ? length[previous]! + 1 : length[code]!;
    // A string is read from its end; one that is just being made ends with its own beginning.
    let from = isNew ? previous : code;
    for (let place = at + (isNew ? size - 2 : size - 1); place >= at; place--) {
      if (place < out.length) out[place] = last[from]!;
      from = before[from]!;
    }
    if (isNew && at + size - 1 < out.length) out[at + size - 1] = out[at]!;
    if (previous >= 0 && next < MOST_CODES) {
      before[next] = previous;
      last[next] = out[at]!;
      length[next] = length[previous]! + 1;
      next++;
      if (next + 1 >= 1 << bits && bits < 12) bits++;
    }
    previous = code;
    at += size;
  }
}
