import type { z } from 'zod';
import { DocumentError } from '../errors';
import type { Kinds } from './kinds';
import { migrateDocument } from './migrations';
import { DOCUMENT_VERSION, makeSittingSchema } from './schema';
import type { Sitting } from './schema';

/**
 * The one door for a sitting from outside: a file, stored data, a request.
 * @throws {DocumentError} from-the-future, or invalid with the first place that is wrong
 */
export function parseSitting(value: unknown, kinds: Kinds): Sitting {
  refuseFuture(value, DOCUMENT_VERSION);
  return parseWith(makeSittingSchema(kinds), migrateDocument(value, DOCUMENT_VERSION, kinds));
}

const BYTE_ORDER_MARK = '\uFEFF';

/** @throws {DocumentError} not-json */
export function parseJson(text: string): unknown {
  try {
    return JSON.parse(text.startsWith(BYTE_ORDER_MARK) ? text.slice(1) : text);
  } catch {
    throw new DocumentError('not-json');
  }
}

/** @throws {DocumentError} from-the-future when `schema` is a number above the one given */
export function refuseFuture(value: unknown, version: number): void {
  const schema = typeof value === 'object' && value !== null && 'schema' in value ? value.schema : undefined;
  if (typeof schema === 'number' && schema > version)
    throw new DocumentError('from-the-future', 'schema', String(schema));
}

/** @throws {DocumentError} invalid, with the first place that is wrong */
export function parseWith<T>(schema: z.ZodType<T>, value: unknown): T {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  throw new DocumentError('invalid', issue.path.join('.'), issue.message);
}
