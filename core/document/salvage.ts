import type { z } from 'zod';
import { DocumentError } from '../errors';
import type { Kinds } from './kinds';
import { migrateDocument } from './migrations';
import { fitFileName, fitName } from './names';
import { refuseFuture } from './parse';
import { DOCUMENT_VERSION, MOST, NO_EDGE_CARE, makeSittingSchema } from './schema';
import { personSchema } from './sitters';
import type { Sitting } from './schema';

type Path = readonly (string | number)[];
type Loose = Record<string | number, unknown>;

/** Something that did not fit the document: taken out of it, or brought within its limits. */
export interface SetAside {
  readonly path: Path;
  /** of the entry that was taken out, as "area “Hair”"; of a value that was mended, its place */
  readonly what: string;
  /** in a few words, as "is below 1" */
  readonly why: string;
  /** whether a value was brought within its limits and the entry stayed */
  readonly mended: boolean;
}

/** A sitting that fits, and what had to be left out of it. */
export interface Salvaged {
  readonly sitting: Sitting;
  readonly setAside: readonly SetAside[];
}

/** Lists whose entries can be taken out one by one, and what an entry is called. */
const ENTRIES: Readonly<Record<string, string>> = {
  photos: 'photo',
  sitters: 'sitter',
  corridors: 'corridor',
  areas: 'area',
  marks: 'mark',
  readings: 'reading',
  plan: 'step',
  versions: 'version',
};

/** Every round takes out or mends what was found; a step may fall with its area, so several are needed. */
const MOST_ROUNDS = 12;

/**
 * Opens what can be opened of a stored sitting: numbers beyond their limits are brought within them, lists
 * that are too long lose their end, and an entry that fits in no way (a mark, an area, a step, a photo) is
 * left out.
 * @param value as it was stored; not written
 * @throws {DocumentError} from-the-future, or invalid when no sitting is left
 */
export function salvageSitting(value: unknown, kinds: Kinds): Salvaged {
  refuseFuture(value, DOCUMENT_VERSION);
  const schema = makeSittingSchema(kinds);
  // A copy that may be written: whatever is not JSON in it fits nowhere.
  let document: unknown = JSON.parse(
    JSON.stringify(migrateDocument(value, DOCUMENT_VERSION, kinds)) ?? 'null',
  );
  const setAside: SetAside[] = [];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const parsed = schema.safeParse(document);
    if (parsed.success) return { sitting: parsed.data, setAside };
    const mended = mend(document, parsed.error.issues, setAside);
    if (!mended) break;
    document = mended;
  }
  throw new DocumentError('invalid', '', 'nothing of it fits');
}

/** @returns undefined when nothing could be done about any of the issues */
function mend(document: unknown, issues: readonly z.core.$ZodIssue[], setAside: SetAside[]): unknown {
  const gone = new Map<string, Path>();
  let count = 0;
  for (const issue of issues) {
    const path = issue.path as Path;
    const why = whyOf(issue);
    if (mendValue(document, path, issue)) {
      setAside.push({ path, what: path.join('.'), why, mended: true });
      count++;
      continue;
    }
    const entry = entryOf(path);
    if (!entry || gone.has(entry.join('.'))) continue;
    gone.set(entry.join('.'), entry);
    setAside.push({
      path: entry,
      what: nameOf(document, entry),
      why: `${path.slice(entry.length).join('.')} ${why}`.trim(),
      mended: false,
    });
    count++;
  }
  // From the last entry of a list to the first, so that the places of those before stay.
  const last = [...gone.values()].sort((p, q) => q.length - p.length || Number(q.at(-1)) - Number(p.at(-1)));
  for (const path of last) (at(document, path.slice(0, -1)) as unknown[]).splice(Number(path.at(-1)), 1);
  return count > 0 ? document : undefined;
}

/** What is wrong with a value, in a few words. */
function whyOf(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return `is no ${issue.expected}`;
    case 'too_small':
      return issue.origin === 'number' ? `is below ${issue.minimum}` : 'is too short';
    case 'too_big':
      return issue.origin === 'number' ? `is above ${issue.maximum}` : `holds more than ${issue.maximum}`;
    case 'unrecognized_keys':
      return `holds ${issue.keys.join(', ')}, which is not known`;
    case 'invalid_value':
    case 'invalid_union':
      return 'is none of what it can be';
    case 'custom':
      return issue.message;
    default:
      return 'has another form';
  }
}

/** What stands beside the work itself: where it does not fit, the work goes on without it. */
const BESIDE: readonly {
  readonly depth: number;
  readonly key: string;
  readonly mend: (value: unknown) => unknown;
}[] = [
  {
    depth: 1,
    key: 'note',
    mend: (value) => (typeof value === 'string' ? value.slice(0, MOST.noteLength) : ''),
  },
  { depth: 1, key: 'tags', mend: fitTags },
  { depth: 1, key: 'archived', mend: () => false },
  { depth: 1, key: 'people', mend: fitPeople },
  { depth: 3, key: 'choice', mend: () => null },
  { depth: 3, key: 'frame', mend: () => null },
  { depth: 3, key: 'brought', mend: () => [] },
  { depth: 5, key: 'person', mend: () => null },
  { depth: 5, key: 'likeness', mend: () => null },
  { depth: 5, key: 'points', mend: () => [] },
];

/** Those that fit, each once. */
function fitPeople(value: unknown): unknown[] {
  const ids = new Set<string>();
  return (Array.isArray(value) ? value : []).slice(0, MOST.people).filter((entry) => {
    const { success, data } = personSchema.safeParse(entry);
    const isNew = success && !ids.has(data.id);
    if (isNew) ids.add(data.id);
    return isNew;
  });
}

function fitTags(value: unknown): string[] {
  const texts = (Array.isArray(value) ? value : []).filter((entry) => typeof entry === 'string');
  return texts.flatMap((text) => text.trim().slice(0, MOST.tagLength).trim() || []).slice(0, MOST.tags);
}

function mendBeside(document: unknown, path: Path): boolean {
  const beside = BESIDE.find(({ depth, key }) => path[depth - 1] === key);
  const holder = beside && (at(document, path.slice(0, beside.depth - 1)) as Loose | undefined);
  if (!holder) return false;
  holder[beside.key] = beside.mend(holder[beside.key]);
  return true;
}

/** Brings one value within its limits, where that says what was meant. */
function mendValue(document: unknown, path: Path, issue: z.core.$ZodIssue): boolean {
  if (issue.code === 'unrecognized_keys' && path.length <= 4) {
    const holder = at(document, path) as object;
    for (const key of issue.keys) Reflect.deleteProperty(holder, key);
    return true;
  }
  if (mendBeside(document, path)) return true;
  const key = path.at(-1);
  const holder = at(document, path.slice(0, -1)) as Loose | undefined;
  if (key === undefined || !holder) return false;
  const value = holder[key];
  const inclusive = 'inclusive' in issue && issue.inclusive !== false;
  if (issue.code === 'too_small' && typeof value === 'number' && inclusive)
    holder[key] = Number(issue.minimum);
  else if (issue.code === 'too_big' && typeof value === 'number' && inclusive)
    holder[key] = Number(issue.maximum);
  else if (issue.code === 'too_big' && Array.isArray(value))
    holder[key] = value.slice(0, Number(issue.maximum));
  else if (key === 'name' && path.length <= 5)
    holder[key] = fitName(typeof value === 'string' ? value : '', 'Unnamed');
  else if (key === 'file' && path.length === 3)
    holder[key] = fitFileName(typeof value === 'string' ? value : '');
  else if (path[4] === 'edgeCare') (at(document, path.slice(0, 4)) as Loose).edgeCare = NO_EDGE_CARE;
  else if (path.length === 1 && (key === 'createdAt' || key === 'updatedAt'))
    holder[key] = new Date(0).toISOString();
  else return false;
  return true;
}

/** The innermost list entry on the way to a place. */
function entryOf(path: Path): Path | undefined {
  for (let end = path.length; end >= 2; end--) {
    if (typeof path[end - 1] === 'number' && String(path[end - 2]) in ENTRIES && end % 2 === 0)
      return path.slice(0, end);
  }
  return undefined;
}

function nameOf(document: unknown, path: Path): string {
  const entry = at(document, path) as Loose | undefined;
  const title = entry?.name ?? entry?.file ?? entry?.kind ?? entry?.rung;
  const kind = ENTRIES[String(path.at(-2))]!;
  return typeof title === 'string' ? `${kind} “${title}”` : `${kind} ${Number(path.at(-1)) + 1}`;
}

function at(value: unknown, path: Path): unknown {
  return path.reduce<unknown>((within, key) => (within as Loose | undefined)?.[key], value);
}
