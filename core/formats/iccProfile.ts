import { d50FromSrgb, srgbFromD50 } from '../colour/adaptation';
import { MOST_CODE16, srgbSpace } from '../colour/rgbSpace';
import type { RgbSpace } from '../colour/rgbSpace';
import type { Triple } from '../colour/triple';
import { asciiBytes } from './ascii';

/** Where a tag's data lie in a profile. */
interface Tag {
  readonly type: string;
  /** from its type signature on */
  readonly data: DataView;
}

const HEADER_BYTES = 128;
const TAG_BYTES = 12;
const MOST_TAGS = 200;

/**
 * An ICC profile that three curves and a matrix make (ICC.1:2010, 8.3.3), or a grey one with a curve, as a
 * space. Profiles with tables, for other kinds of colour, or damaged ones give undefined: a decoder or an engine
 * converts by those.
 */
export function readRgbProfile(profile: Uint8Array): RgbSpace | undefined {
  const tags = readTags(profile);
  if (!tags || tags.has('A2B0')) return undefined;
  const name = readName(tags.get('desc')) ?? 'unnamed profile';
  const kind = signature(new DataView(profile.buffer, profile.byteOffset), 16);
  if (kind === 'GRAY') {
    const grey = readCurve(tags.get('kTRC'));
    return grey && { name, light: [grey, grey, grey], toSrgb: undefined };
  }
  if (kind !== 'RGB ' || signature(new DataView(profile.buffer, profile.byteOffset), 20) !== 'XYZ ')
    return undefined;
  // Most profiles have one curve that three tags lead to.
  const known = new Map<number | undefined, Float32Array | undefined>();
  const curves = ['rTRC', 'gTRC', 'bTRC'].map((name) => {
    const tag = tags.get(name);
    const at = tag?.data.byteOffset;
    if (!known.has(at)) known.set(at, readCurve(tag));
    return known.get(at);
  });
  const columns = ['rXYZ', 'gXYZ', 'bXYZ'].map((tag) => readXyz(tags.get(tag)));
  const [red, green, blue] = curves;
  const [r, g, b] = columns;
  if (!red || !green || !blue || !r || !g || !b) return undefined;
  const toSrgb = srgbFromD50([r, g, b]);
  if (!toSrgb.every(Number.isFinite)) return undefined;
  return { name, light: [red, sameAs(green, red), sameAs(blue, red)], toSrgb };
}

/** Largest difference in light, and in the matrix, within which a profile is sRGB written down with less care. */
const SRGB_TOLERANCE = 2e-3;
const IDENTITY = [1, 0, 0, 0, 1, 0, 0, 0, 1];

/** Whether a space is sRGB, but for how finely its profile was written down. */
export function isSrgbSpace({ light, toSrgb }: RgbSpace): boolean {
  const [standard] = srgbSpace().light;
  return (
    (toSrgb ?? IDENTITY).every((value, i) => Math.abs(value - IDENTITY[i]!) <= SRGB_TOLERANCE) &&
    [...new Set(light)].every((table) =>
      table.every((value, i) => Math.abs(value - standard[i]!) <= SRGB_TOLERANCE),
    )
  );
}

function sameAs(table: Float32Array, other: Float32Array): Float32Array {
  return table === other || table.every((value, i) => value === other[i]) ? other : table;
}

function signature(view: DataView, at: number): string {
  return String.fromCharCode(...[0, 1, 2, 3].map((i) => view.getUint8(at + i)));
}

function readTags(profile: Uint8Array): Map<string, Tag> | undefined {
  if (profile.length < HEADER_BYTES + 4) return undefined;
  const view = new DataView(profile.buffer, profile.byteOffset, profile.byteLength);
  if (signature(view, 36) !== 'acsp') return undefined;
  const count = view.getUint32(HEADER_BYTES);
  if (count > MOST_TAGS) return undefined;
  const tags = new Map<string, Tag>();
  for (let n = 0; n < count; n++) {
    const at = HEADER_BYTES + 4 + TAG_BYTES * n;
    if (at + TAG_BYTES > profile.length) return undefined;
    const start = view.getUint32(at + 4);
    const size = view.getUint32(at + 8);
    if (size < 8 || start + size > profile.length) continue;
    const data = new DataView(profile.buffer, profile.byteOffset + start, size);
    tags.set(signature(view, at), { type: signature(data, 0), data });
  }
  return tags;
}

const fixed16 = (view: DataView, at: number) => view.getInt32(at) / 65_536;

function readXyz(tag: Tag | undefined): Triple | undefined {
  if (tag?.type !== 'XYZ ' || tag.data.byteLength < 20) return undefined;
  return [fixed16(tag.data, 8), fixed16(tag.data, 12), fixed16(tag.data, 16)];
}

function readCurve(tag: Tag | undefined): Float32Array | undefined {
  const decode = tag && (tag.type === 'curv' ? sampledCurve(tag.data) : parametricCurve(tag));
  if (!decode) return undefined;
  let before = 0;
  // A curve that falls could not be taken back; the few codes where rounding makes it fall stay level.
  return Float32Array.from({ length: MOST_CODE16 + 1 }, (_, code) => {
    const light = decode(code / MOST_CODE16);
    before = Math.max(before, Math.min(1, Number.isFinite(light) ? light : 0));
    return before;
  });
}

/** ICC.1:2010, 10.5: no entry is a straight line, one an exponent, more a table. */
function sampledCurve(data: DataView): ((code: number) => number) | undefined {
  if (data.byteLength < 12) return undefined;
  const count = data.getUint32(8);
  if (data.byteLength < 12 + 2 * count) return undefined;
  if (count === 0) return (code) => code;
  if (count === 1) {
    const exponent = data.getUint16(12) / 256;
    return (code) => code ** exponent;
  }
  const entry = (i: number) => data.getUint16(12 + 2 * i) / MOST_CODE16;
  return (code) => {
    const place = code * (count - 1);
    const low = Math.min(count - 2, Math.floor(place));
    return entry(low) + (place - low) * (entry(low + 1) - entry(low));
  };
}

/** How many numbers each type of parametric curve has. */
const PARAMETERS = [1, 3, 4, 5, 7];

/** ICC.1:2010, 10.15, table 65. */
function parametricCurve({ type, data }: Tag): ((code: number) => number) | undefined {
  if (type !== 'para' || data.byteLength < 12) return undefined;
  const form = data.getUint16(8);
  const count = PARAMETERS[form];
  if (count === undefined || data.byteLength < 12 + 4 * count) return undefined;
  const given = Array.from({ length: count }, (_, i) => fixed16(data, 12 + 4 * i));
  const [g = 1, a = 1, b = 0, c = 0, d = 0, e = 0, f = 0] = given;
  if (form === 0) return (code) => code ** g;
  if (form <= 2) return (code) => (code >= -b / a ? (a * code + b) ** g + c : c);
  return (code) => (code >= d ? (a * code + b) ** g + e : c * code + f);
}

function readName(tag: Tag | undefined): string | undefined {
  if (!tag) return undefined;
  const { data, type } = tag;
  let codes: number[] = [];
  if (type === 'desc' && data.byteLength > 12) codes = asciiCodes(data, 12, data.getUint32(8));
  if (type === 'mluc' && data.byteLength >= 28)
    codes = wideCodes(data, data.getUint32(24), data.getUint32(20));
  const name = String.fromCharCode(...codes)
    .replace(/[\p{C}]/gu, '')
    .trim();
  return name === '' ? undefined : name;
}

const LONGEST_NAME = 120;

function asciiCodes(data: DataView, at: number, count: number): number[] {
  const length = Math.min(count, LONGEST_NAME, data.byteLength - at);
  return Array.from({ length: Math.max(0, length) }, (_, i) => data.getUint8(at + i));
}

function wideCodes(data: DataView, at: number, bytes: number): number[] {
  const length = Math.min(Math.floor(bytes / 2), LONGEST_NAME, Math.floor((data.byteLength - at) / 2));
  return Array.from({ length: Math.max(0, length) }, (_, i) => data.getUint16(at + 2 * i));
}

const CURVE_ENTRIES = 1024;
const COPYRIGHT = 'No copyright, use freely';

/**
 * A profile of version 2 of a space whose channels share a curve, such as sRGB or Display P3: understood
 * everywhere (ICC.1:2001-04, 6.3.3).
 */
export function writeRgbProfile({ name, light: [light], toSrgb }: RgbSpace): Uint8Array {
  const [red, green, blue] = d50FromSrgb(toSrgb ?? IDENTITY);
  const curve = curveData(light);
  const tags: readonly (readonly [string, Uint8Array])[] = [
    ['desc', describedData(name)],
    ['cprt', textData(COPYRIGHT)],
    ['wtpt', xyzData([0.9642, 1, 0.8249])],
    ['rXYZ', xyzData(red)],
    ['gXYZ', xyzData(green)],
    ['bXYZ', xyzData(blue)],
    ['rTRC', curve],
    ['gTRC', curve],
    ['bTRC', curve],
  ];
  const start = HEADER_BYTES + 4 + TAG_BYTES * tags.length;
  const places = new Map<Uint8Array, number>();
  let size = start;
  for (const [, data] of tags) {
    if (places.has(data)) continue;
    places.set(data, size);
    size += Math.ceil(data.length / 4) * 4;
  }
  const profile = new Uint8Array(size);
  const view = new DataView(profile.buffer);
  view.setUint32(0, size);
  view.setUint32(8, 0x02400000);
  profile.set(asciiBytes('mntrRGB XYZ '), 12);
  // A fixed day of making keeps the bytes the same for every file.
  [2026, 1, 1].forEach((value, i) => view.setUint16(24 + 2 * i, value));
  profile.set(asciiBytes('acsp'), 36);
  [0.9642, 1, 0.8249].forEach((value, i) => view.setInt32(68 + 4 * i, Math.round(value * 65_536)));
  view.setUint32(HEADER_BYTES, tags.length);
  tags.forEach(([tag, data], n) => {
    const at = HEADER_BYTES + 4 + TAG_BYTES * n;
    profile.set(asciiBytes(tag), at);
    view.setUint32(at + 4, places.get(data)!);
    view.setUint32(at + 8, data.length);
  });
  for (const [data, at] of places) profile.set(data, at);
  return profile;
}

function tagData(type: string, bytes: number): { readonly data: Uint8Array; readonly view: DataView } {
  const data = new Uint8Array(8 + bytes);
  data.set(asciiBytes(type));
  return { data, view: new DataView(data.buffer) };
}

function textData(text: string): Uint8Array {
  const { data } = tagData('text', text.length + 1);
  data.set(asciiBytes(text), 8);
  return data;
}

/** The ASCII name; the two other languages of the tag stay empty (ICC.1:2001-04, 6.5.17). */
function describedData(name: string): Uint8Array {
  const { data, view } = tagData('desc', 4 + name.length + 1 + 8 + 3 + 67);
  view.setUint32(8, name.length + 1);
  data.set(asciiBytes(name), 12);
  return data;
}

function xyzData(xyz: Triple): Uint8Array {
  const { data, view } = tagData('XYZ ', 12);
  xyz.forEach((value, i) => view.setInt32(8 + 4 * i, Math.round(value * 65_536)));
  return data;
}

function curveData(light: Float32Array): Uint8Array {
  const { data, view } = tagData('curv', 4 + 2 * CURVE_ENTRIES);
  view.setUint32(8, CURVE_ENTRIES);
  for (let i = 0; i < CURVE_ENTRIES; i++) {
    const place = (i / (CURVE_ENTRIES - 1)) * MOST_CODE16;
    const low = Math.min(MOST_CODE16 - 1, Math.floor(place));
    const value = light[low]! + (place - low) * (light[low + 1]! - light[low]!);
    view.setUint16(12 + 2 * i, Math.round(value * MOST_CODE16));
  }
  return data;
}
