import { MOST } from './schema';

/**
 * A text as a name: without space about it, not longer than a document takes; what is empty gets the other
 * name.
 */
export function fitName(text: string, otherwise: string): string {
  return cut(text.trim(), MOST.nameLength) || otherwise;
}

/**
 * The name of a copy. The end of a long name gives way, so that the copy is told from what it was made of.
 */
export function copyName(name: string): string {
  const ending = ', copy';
  return `${cut(name, MOST.nameLength - ending.length)}${ending}`;
}

/** A file's name as a document takes it: the end with its type is kept. */
export function fitFileName(name: string): string {
  if (name.length <= MOST.fileNameLength) return name || 'unnamed';
  const type = /\.[^.]{1,12}$/.exec(name)?.[0] ?? '';
  return `${cut(name, MOST.fileNameLength - type.length)}${type}`;
}

/** A file's name without its type, as a name for what is made of it. `.jpg` alone has no stem. */
export function stemOf(file: string): string {
  return file.replace(/\.[^.]*$/, '');
}

/** At most so many UTF-16 units, no pair of surrogates divided. */
function cut(text: string, most: number): string {
  if (text.length <= most) return text;
  const end = /[\uD800-\uDBFF]/.test(text[most - 1]!) ? most - 1 : most;
  return text.slice(0, end).trimEnd();
}
