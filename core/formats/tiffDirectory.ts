import { asciiBytes } from './ascii';

/** One field of a directory; its value as the bytes of the file. */
export interface TiffField {
  readonly tag: number;
  /** 1 to 12 (TIFF 6.0, section 2); 13 is a directory */
  readonly type: number;
  readonly count: number;
  readonly value: Uint8Array;
}

/** A directory of a TIFF or EXIF structure. */
export interface TiffDirectory {
  readonly littleEndian: boolean;
  readonly fields: ReadonlyMap<number, TiffField>;
  /** of the next one; 0 for none */
  readonly next: number;
}

/** Bytes of one value of each type (TIFF 6.0, section 2). */
export const TYPE_BYTES: Readonly<Record<number, number>> = {
  1: 1,
  2: 1,
  3: 2,
  4: 4,
  5: 8,
  6: 1,
  7: 1,
  8: 2,
  9: 4,
  10: 8,
  11: 4,
  12: 8,
  13: 4,
};

const MOST_FIELDS = 2000;

/** Whether bytes begin as a TIFF structure, and in which order its numbers stand. */
export function tiffOrder(bytes: Uint8Array): { readonly littleEndian: boolean } | undefined {
  if (bytes.length < 8) return undefined;
  const [a, b, c, d] = bytes;
  if (a === 0x49 && b === 0x49 && c === 42 && d === 0) return { littleEndian: true };
  if (a === 0x4d && b === 0x4d && c === 0 && d === 42) return { littleEndian: false };
  return undefined;
}

/** The directory at a place of a TIFF structure; fields that lie outside the file are left out. */
export function readDirectory(bytes: Uint8Array, at: number): TiffDirectory | undefined {
  const order = tiffOrder(bytes);
  if (!order || at < 8 || at + 2 > bytes.length) return undefined;
  const { littleEndian } = order;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const count = view.getUint16(at, littleEndian);
  if (count > MOST_FIELDS || at + 2 + 12 * count > bytes.length) return undefined;
  const fields = new Map<number, TiffField>();
  for (let n = 0, place = at + 2; n < count; n++, place += 12) {
    const tag = view.getUint16(place, littleEndian);
    const type = view.getUint16(place + 2, littleEndian);
    const values = view.getUint32(place + 4, littleEndian);
    const size = values * (TYPE_BYTES[type] ?? 0);
    const start = size <= 4 ? place + 8 : view.getUint32(place + 8, littleEndian);
    if (size > 0 && start + size <= bytes.length)
      fields.set(tag, { tag, type, count: values, value: bytes.subarray(start, start + size) });
  }
  const end = at + 2 + 12 * count;
  return { littleEndian, fields, next: end + 4 <= bytes.length ? view.getUint32(end, littleEndian) : 0 };
}

/** The first directory of a TIFF structure. */
export function firstDirectory(bytes: Uint8Array): TiffDirectory | undefined {
  const order = tiffOrder(bytes);
  if (!order) return undefined;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return readDirectory(bytes, view.getUint32(4, order.littleEndian));
}

/** The first number of a field of whole numbers. */
export function numberOf(
  field: TiffField | undefined,
  { littleEndian }: Pick<TiffDirectory, 'littleEndian'>,
): number | undefined {
  if (!field) return undefined;
  const view = new DataView(field.value.buffer, field.value.byteOffset, field.value.byteLength);
  if (field.type === 1) return view.getUint8(0);
  if (field.type === 3) return view.getUint16(0, littleEndian);
  return field.type === 4 || field.type === 13 ? view.getUint32(0, littleEndian) : undefined;
}

/** All numbers of a field of whole numbers; none of a field that is not there. */
export function numbersOf(
  field: TiffField | undefined,
  { littleEndian }: Pick<TiffDirectory, 'littleEndian'>,
): number[] {
  if (!field || (field.type !== 3 && field.type !== 4)) return [];
  const { type, count, value } = field;
  const view = new DataView(value.buffer, value.byteOffset, value.byteLength);
  return Array.from({ length: count }, (_, i) =>
    type === 3 ? view.getUint16(2 * i, littleEndian) : view.getUint32(4 * i, littleEndian),
  );
}

/** A directory to be written: fields, and directories that fields point to. */
export interface WrittenDirectory {
  readonly fields: readonly TiffField[];
  /** by the tag of the field that points to it */
  readonly below?: ReadonlyMap<number, WrittenDirectory>;
}

const evenly = (size: number) => size + (size % 2);

/**
 * Bytes of a directory with all that it points to.
 * @param at where in the structure it will stand
 */
export function writeDirectory(
  { fields, below }: WrittenDirectory,
  at: number,
  littleEndian: boolean,
): Uint8Array {
  const pointers = [...(below ?? [])].map(([tag]): TiffField => ({
    tag,
    type: 4,
    count: 1,
    value: new Uint8Array(4),
  }));
  const all = [...fields.filter(({ tag }) => !below?.has(tag)), ...pointers].sort((a, b) => a.tag - b.tag);
  const head = 2 + 12 * all.length + 4;
  const parts: { readonly place: number; readonly bytes: Uint8Array }[] = [];
  const header = new Uint8Array(head);
  const view = new DataView(header.buffer);
  view.setUint16(0, all.length, littleEndian);
  let end = evenly(head);
  all.forEach(({ tag, type, count, value }, n) => {
    const place = 2 + 12 * n;
    view.setUint16(place, tag, littleEndian);
    view.setUint16(place + 2, type, littleEndian);
    view.setUint32(place + 4, count, littleEndian);
    const under = below?.get(tag);
    const bytes = under ? writeDirectory(under, at + end, littleEndian) : value;
    if (!under && bytes.length <= 4) header.set(bytes, place + 8);
    else {
      view.setUint32(place + 8, at + end, littleEndian);
      parts.push({ place: end, bytes });
      end = evenly(end + bytes.length);
    }
  });
  const out = new Uint8Array(end);
  out.set(header);
  for (const { place, bytes } of parts) out.set(bytes, place);
  return out;
}

/** The eight bytes before the first directory. @param first where it stands */
export function tiffHeader(littleEndian: boolean, first: number): Uint8Array {
  const header = new Uint8Array(8);
  const view = new DataView(header.buffer);
  view.setUint16(0, littleEndian ? 0x4949 : 0x4d4d);
  view.setUint16(2, 42, littleEndian);
  view.setUint32(4, first, littleEndian);
  return header;
}

/** A field of whole numbers. @param type 3 of 16 bits, 4 of 32 */
export function numberField(
  tag: number,
  type: 3 | 4,
  values: readonly number[],
  littleEndian: boolean,
): TiffField {
  const value = new Uint8Array(values.length * TYPE_BYTES[type]!);
  const view = new DataView(value.buffer);
  values.forEach((number, i) =>
    type === 3 ? view.setUint16(2 * i, number, littleEndian) : view.setUint32(4 * i, number, littleEndian),
  );
  return { tag, type, count: values.length, value };
}

/** A field of ASCII text, with the zero that ends it. */
export function textField(tag: number, text: string): TiffField {
  const value = asciiBytes(`${text}\0`);
  return { tag, type: 2, count: value.length, value };
}
