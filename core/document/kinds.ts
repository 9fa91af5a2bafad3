import type { z } from 'zod';

/** What JSON can hold. */
export type Json = null | boolean | number | string | readonly Json[] | JsonObject;
/** A JSON object, never changed in place. */
export interface JsonObject {
  readonly [key: string]: Json;
}

/** What the document needs to know of a kind of mark or adjustment: its name and its parameters. */
export interface KindDefinition<Parameters = unknown> {
  readonly id: string;
  /** shown to people, in the words of the trade */
  readonly label: string;
  /** of the parameters; raised when they change shape */
  readonly version: number;
  readonly parameters: z.ZodType<Parameters>;
  /** by the version they start from; each brings parameters one version on */
  readonly migrations: Readonly<Record<number, (parameters: JsonObject) => JsonObject>>;
}

/** Every kind that a document may hold, by id. */
export interface Kinds<
  Mark extends KindDefinition = KindDefinition,
  Adjust extends KindDefinition = KindDefinition,
> {
  readonly marks: ReadonlyMap<string, Mark>;
  readonly adjusts: ReadonlyMap<string, Adjust>;
}
