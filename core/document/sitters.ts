import { z } from 'zod';
import { coordinate, id, MOST } from './limits';

const ratio = z.number().min(0).max(20);
const ratios = z.tuple([ratio, ratio, ratio]).nullable();
const likenessSchema = z.strictObject({
  /** 128 signed bytes, hexadecimal: those of one person lie near each other */
  face: z.string().regex(/^[0-9a-f]{256}$/),
  /** how light they are against the skin, per channel: cube roots of ratios of linear light */
  hair: ratios,
  clothes: ratios,
});
/** What tells a sitter from others. */
export type Likeness = z.infer<typeof likenessSchema>;

/** The schema of a sitter. */
export const sitterSchema = z.strictObject({
  id,
  number: z.number().int().min(1),
  /** the face in the photo, for its thumbnail */
  face: z.strictObject({
    x: coordinate,
    y: coordinate,
    width: z.number().positive(),
    height: z.number().positive(),
  }),
  /** places of the face by which marks follow it to other photos, in a lasting order; empty where none are known */
  points: z.array(z.tuple([coordinate, coordinate])).max(MOST.facePoints),
  /** why a part is not to be relied on, by its name */
  doubts: z.record(z.string(), z.string().max(60)),
  /** who of the sitting's people it is */
  person: id.nullable(),
  likeness: likenessSchema.nullable(),
});
export type Sitter = z.infer<typeof sitterSchema>;

/** Somebody who sits, in however many photos; the name is empty until it is given. */
export const personSchema = z.strictObject({
  id,
  name: z.string().max(MOST.nameLength),
  /** of whom it was said that they are somebody else, however alike */
  isNot: z.array(id).max(MOST.people),
});
export type Person = z.infer<typeof personSchema>;

/** Whom a sitter is said to be is among the people. */
export function refuseStrangers(
  context: { readonly issues: z.core.$ZodRawIssue[] },
  {
    people,
    photos,
  }: {
    readonly people: readonly Person[];
    readonly photos: readonly { readonly sitters: readonly Sitter[] }[];
  },
): void {
  const known = new Set(people.map((person) => person.id));
  photos.forEach(({ sitters }, n) =>
    sitters.forEach(({ person }, k) => {
      if (person !== null && !known.has(person))
        context.issues.push({
          code: 'custom',
          input: person,
          path: ['photos', n, 'sitters', k, 'person'],
          message: 'names somebody who is not there',
        });
    }),
  );
}
