/** Letters that some file system does not take, and what stands for nothing at the ends of a name. */
const REFUSED = /[\\/:*?"<>|\p{Cc}]/gu;
const ENDS = /^[.\s]+|[.\s]+$/g;
const LONGEST = 180;

/** What a pattern of names may speak of. */
export interface NameParts {
  /** of the photo's file, without its type */
  readonly name: string;
  readonly sitting: string;
  /** place in the sitting, from 1 */
  readonly number: number;
}

/** The words of a pattern that stand for something. */
export const NAME_WORDS = ['{name}', '{sitting}', '{number}'] as const;

/**
 * A file's name by a pattern such as `{name}-even`, without what a file system does not take.
 * @param ending without its dot
 */
export function fileNameBy(pattern: string, { name, sitting, number }: NameParts, ending: string): string {
  const filled = pattern
    .replaceAll('{name}', () => name)
    .replaceAll('{sitting}', () => sitting)
    .replaceAll('{number}', () => String(number).padStart(3, '0'));
  const safe = filled.replace(REFUSED, '-').replace(ENDS, '').slice(0, LONGEST);
  return `${safe || 'photo'}.${ending}`;
}

/** A name that is not taken yet, with a number before its ending if need be; it is taken then. */
export function freeName(name: string, taken: Set<string>): string {
  const dot = name.lastIndexOf('.');
  const [stem, ending] = [name.slice(0, dot), name.slice(dot)];
  let free = name;
  for (let n = 2; taken.has(free.toLowerCase()); n++) free = `${stem}-${n}${ending}`;
  taken.add(free.toLowerCase());
  return free;
}
