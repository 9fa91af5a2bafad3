import type { Json } from './kinds';

type Path = readonly (string | number)[];

/** One difference between two documents: a value set, or entries of a list put in place of others. */
export type Change =
  | { readonly path: Path; readonly from: Json | undefined; readonly to: Json | undefined }
  | {
      readonly path: Path;
      readonly at: number;
      readonly removed: readonly Json[];
      readonly inserted: readonly Json[];
    };

/**
 * What leads from one JSON value to another. Lists are compared from both ends, so that adding a point
 * to a stroke of thousands is one small change.
 */
export function diffJson(before: Json | undefined, after: Json | undefined, path: Path = []): Change[] {
  if (Object.is(before, after)) return [];
  if (isList(before) && isList(after)) return diffLists(before, after, path);
  if (isObject(before) && isObject(after)) {
    return [...new Set([...Object.keys(before), ...Object.keys(after)])].flatMap((key) =>
      diffJson(own(before, key), own(after, key), [...path, key]),
    );
  }
  return [{ path, from: before, to: after }];
}

function diffLists(before: readonly Json[], after: readonly Json[], path: Path): Change[] {
  if (before.length === after.length)
    return before.flatMap((entry, index) => diffJson(entry, after[index], [...path, index]));
  const shorter = Math.min(before.length, after.length);
  let head = 0;
  let tail = 0;
  while (head < shorter && same(before[head], after[head])) head++;
  while (tail < shorter - head && same(before[before.length - 1 - tail], after[after.length - 1 - tail]))
    tail++;
  return [
    {
      path,
      at: head,
      removed: before.slice(head, before.length - tail),
      inserted: after.slice(head, after.length - tail),
    },
  ];
}

function same(first: Json | undefined, second: Json | undefined): boolean {
  return first === second || diffJson(first, second).length === 0;
}

/** A document with changes made; untouched branches are shared with the old one. */
export function applyChanges<T>(document: T, changes: readonly Change[]): T {
  return changes.reduce<Json | undefined>(
    (value, change) => applyAt(value, change, 0),
    document as Json,
  ) as T;
}

/** The changes that lead back, in their order. */
export function invertChanges(changes: readonly Change[]): Change[] {
  return changes
    .toReversed()
    .map((change) =>
      'at' in change
        ? { path: change.path, at: change.at, removed: change.inserted, inserted: change.removed }
        : { path: change.path, from: change.to, to: change.from },
    );
}

function applyAt(value: Json | undefined, change: Change, depth: number): Json | undefined {
  if (depth === change.path.length) {
    return 'at' in change
      ? (value as readonly Json[]).toSpliced(change.at, change.removed.length, ...change.inserted)
      : change.to;
  }
  const key = change.path[depth]!;
  if (isList(value)) return value.with(key as number, applyAt(value[key as number], change, depth + 1)!);
  const { [key]: old, ...rest } = value as { [key: string]: Json };
  const next = applyAt(old, change, depth + 1);
  return next === undefined ? rest : { ...(value as { [key: string]: Json }), [key]: next };
}

/** A key of the document, never one that objects are born with. */
function own(object: { readonly [key: string]: Json }, key: string): Json | undefined {
  return Object.hasOwn(object, key) ? object[key] : undefined;
}

function isList(value: Json | undefined): value is readonly Json[] {
  return Array.isArray(value);
}

function isObject(value: Json | undefined): value is { readonly [key: string]: Json } {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
