import { z } from 'zod';
import type { JsonObject, KindDefinition, Kinds } from './kinds';
import { coordinate, id, MOST } from './limits';
import { broughtSchema } from './brought';
import type { Brought } from './brought';
import { personSchema, refuseStrangers, sitterSchema } from './sitters';
import type { Person, Sitter } from './sitters';

export { COORDINATE_REACH, MOST } from './limits';
export type { Brought } from './brought';
export type { Likeness, Person, Sitter } from './sitters';

/** Raised with every change of shape; migrations.ts brings older documents up. */
export const DOCUMENT_VERSION = 11;

/** What an area may be of. */
export const PARTS = [
  'skin',
  'face',
  'neck-limbs',
  'arms',
  'legs',
  'irises',
  'lips',
  'hair',
  'beard',
  'brows',
  'whites',
  'teeth',
  'glasses',
  'jewellery',
  'hat',
  'clothes',
  'background',
  'other',
] as const;
export type Part = (typeof PARTS)[number];

/** The places on a part’s ladder of tones, from light to shade. */
export const RUNGS = ['light', 'middle', 'shade'] as const;
export type Rung = (typeof RUNGS)[number];

const name = z.string().trim().min(1).max(MOST.nameLength);
const instant = z.iso.datetime();
/** What is done to the edge of an area, in this order. */
export const edgeCareSchema = z
  .strictObject({
    /** pixels of the photo; negative shrinks */
    grow: z.number().min(-200).max(200),
    /** standard deviation in pixels of the photo */
    soften: z.number().min(0).max(400),
    /** radius over which jags are rounded off, pixels of the photo */
    smooth: z.number().min(0).max(100),
    /** specks and holes up to this radius are dropped, pixels of the photo */
    specks: z.number().min(0).max(100),
    /** coverage below becomes 0, coverage above becomes 1 */
    floor: z.number().min(0).max(0.99),
    ceiling: z.number().min(0.01).max(1),
  })
  .refine(({ floor, ceiling }) => floor < ceiling, 'the floor must lie below the ceiling');
export type EdgeCare = z.infer<typeof edgeCareSchema>;
/** An edge as its marks give it. */
export const NO_EDGE_CARE: EdgeCare = { grow: 0, soften: 0, smooth: 0, specks: 0, floor: 0, ceiling: 1 };

/** A patch whose colour is read: centre and side in pixels of the photo. */
export const readingSchema = z.strictObject({
  id,
  areaId: id,
  rung: z.enum(RUNGS),
  /** centre of the patch */
  x: coordinate,
  y: coordinate,
  /** side of the patch in pixels of the photo */
  size: z.number().int().min(1).max(2000),
});
export type Reading = z.infer<typeof readingSchema>;

const hueRange = z
  .strictObject({ from: z.number().min(-60).max(360), to: z.number().min(-60).max(420) })
  .refine(({ from, to }) => from < to, 'the corridor must begin below where it ends');
/** Where the hue of a sitter's skin is wanted per rung, HSV degrees, in place of common practice. */
export const corridorSchema = z.strictObject({
  sitter: id.nullable(),
  light: hueRange,
  middle: hueRange,
  shade: hueRange,
});
export type SitterCorridor = z.infer<typeof corridorSchema>;

interface KindHolder {
  readonly kind: string;
  readonly version: number;
  readonly parameters: JsonObject;
}

/** One mark of an area: what it covers, and what it does with that. */
export interface Mark extends KindHolder {
  readonly id: string;
  readonly mode: 'add' | 'remove' | 'limit';
  readonly on: boolean;
}

/** A part of the photo: marks in their order, then the care of its edge. */
export interface Area {
  readonly id: string;
  readonly name: string;
  readonly part: Part;
  /** of the photo; null for what belongs to nobody */
  readonly sitter: string | null;
  readonly marks: readonly Mark[];
  /** everything but what the marks cover */
  readonly inverted: boolean;
  readonly edgeCare: EdgeCare;
}

/** What a step without an area stands on. */
export const WHOLE_PICTURE: Area = {
  id: 'whole-picture',
  name: 'the whole picture',
  part: 'other',
  sitter: null,
  marks: [],
  inverted: true,
  edgeCare: NO_EDGE_CARE,
};

/** One step of the plan: an adjustment on an area or on the whole picture. */
export interface Step extends KindHolder {
  readonly id: string;
  /** null for the whole picture */
  readonly areaId: string | null;
  /** 0..1 */
  readonly strength: number;
  readonly on: boolean;
}

/** A plan as it once was, kept under a name, with the areas and readings that it stands on. */
export interface PlanVersion {
  readonly id: string;
  readonly name: string;
  readonly savedAt: string;
  readonly areas: readonly Area[];
  readonly readings: readonly Reading[];
  readonly plan: readonly Step[];
}

/** What was decided of a photo: wanted, perhaps, or left out. */
export const CHOICES = ['wanted', 'perhaps', 'left'] as const;
export type Choice = (typeof CHOICES)[number];

/** Of which shot a photo is a frame. */
const shotPlaceSchema = z.strictObject({
  /** SHA-256 of the clip, hexadecimal */
  clip: z.string().regex(/^[0-9a-f]{64}$/),
  file: z.string().min(1).max(MOST.fileNameLength),
  /** which of its frames, from 0 in the order in which they are shown */
  n: z.number().int().min(0),
  /** steps whose numbers stay as they are up to the next key frame, and do not go over to it, by id */
  holds: z.array(z.string()).max(MOST.steps).default([]),
  /** steps that are measured on key frames, and not on each frame anew, by id */
  measuredAtKeys: z.array(z.string()).max(MOST.steps).default([]),
});
export type ShotPlace = z.infer<typeof shotPlaceSchema>;

/** A photo with all that was done to it; the file itself lies elsewhere, under its id. */
export interface Photo {
  /** SHA-256 of the file, hexadecimal */
  readonly id: string;
  readonly file: string;
  readonly width: number;
  readonly height: number;
  readonly profile: 'srgb';
  /** null for a photo that is no frame of a shot */
  readonly frame: ShotPlace | null;
  /** null while nothing is decided */
  readonly choice: Choice | null;
  readonly sitters: readonly Sitter[];
  readonly corridors: readonly SitterCorridor[];
  readonly areas: readonly Area[];
  readonly readings: readonly Reading[];
  readonly plan: readonly Step[];
  readonly versions: readonly PlanVersion[];
  /** what came from other photos of the set */
  readonly brought: readonly Brought[];
}

/** Photos that belong together. */
export interface Sitting {
  readonly schema: number;
  readonly id: string;
  readonly name: string;
  readonly createdAt: string;
  readonly updatedAt: string;
  /** what the client wants, in free words */
  readonly note: string;
  readonly tags: readonly string[];
  /** done with: out of the way, not away */
  readonly archived: boolean;
  /** in the order in which they came */
  readonly people: readonly Person[];
  readonly photos: readonly Photo[];
}

/** A step of a preset: what is done to which part, wherever that lies. */
export interface PresetStep extends KindHolder {
  /** whole-picture for steps without an area */
  readonly part: Part | 'whole-picture';
  /** 0..1 */
  readonly strength: number;
}

/** Steps kept under a name, for any part and photo. */
export interface Preset {
  readonly id: string;
  readonly name: string;
  readonly steps: readonly PresetStep[];
}

/** The schema of a preset, for a given set of kinds. */
export function makePresetSchema(kinds: Kinds): z.ZodType<Preset> {
  const step = oneOf(kinds.adjusts, {
    part: z.enum([...PARTS, 'whole-picture']),
    strength: z.number().min(0).max(1),
  });
  return z.strictObject({
    id,
    name,
    steps: z.array(step).min(1).max(MOST.steps),
  }) as unknown as z.ZodType<Preset>;
}

/** The schema of one photo with its areas, readings and plan, for a given set of kinds. */
export function makePhotoSchema(kinds: Kinds): z.ZodType<Photo> {
  const mark = oneOf(kinds.marks, { id, mode: z.enum(['add', 'remove', 'limit']), on: z.boolean() });
  const step = oneOf(kinds.adjusts, {
    id,
    areaId: id.nullable(),
    strength: z.number().min(0).max(1),
    on: z.boolean(),
  });
  const area = z.strictObject({
    id,
    name,
    part: z.enum(PARTS),
    sitter: id.nullable(),
    marks: z.array(mark).max(MOST.marks),
    inverted: z.boolean(),
    edgeCare: edgeCareSchema,
  });
  const work = {
    areas: z.array(area).max(MOST.areas),
    readings: z.array(readingSchema).max(MOST.readings),
    plan: z.array(step).max(MOST.steps),
  };
  const version = z
    .strictObject({ id, name, savedAt: instant, ...work })
    .check((context) => refuseLoose(context, context.value as unknown as PlanVersion));
  return z
    .strictObject({
      id: z.string().regex(/^[0-9a-f]{64}$/),
      file: z.string().min(1).max(MOST.fileNameLength),
      width: z.number().int().min(1),
      height: z.number().int().min(1),
      profile: z.literal('srgb'),
      frame: shotPlaceSchema.nullable(),
      choice: z.enum(CHOICES).nullable(),
      sitters: z.array(sitterSchema).max(MOST.sitters),
      corridors: z.array(corridorSchema).max(MOST.sitters + 1),
      ...work,
      versions: z.array(version).max(MOST.versions),
      brought: z.array(broughtSchema).max(MOST.brought),
    })
    .check((context) => {
      const value = context.value as unknown as Photo;
      for (const list of ['sitters', 'versions'] as const) refuseRepeated(context, value[list], [list]);
      refuseLoose(context, value);
    }) as unknown as z.ZodType<Photo>;
}

/** Ids of areas, marks, readings and steps are their own, and what names an area names one that is there. */
function refuseLoose(
  context: { readonly issues: z.core.$ZodRawIssue[] },
  value: Pick<Photo, 'areas' | 'readings' | 'plan'>,
): void {
  for (const list of ['areas', 'readings', 'plan'] as const) refuseRepeated(context, value[list], [list]);
  value.areas.forEach((entry, n) => refuseRepeated(context, entry.marks, ['areas', n, 'marks']));
  const areas = new Set(value.areas.map((entry) => entry.id));
  for (const list of ['readings', 'plan'] as const) {
    const entries: readonly { readonly areaId: string | null }[] = value[list];
    entries.forEach(({ areaId }, index) => {
      if (areaId !== null && !areas.has(areaId))
        context.issues.push({
          code: 'custom',
          input: areaId,
          path: [list, index, 'areaId'],
          message: 'names an area that is not there',
        });
    });
  }
}

/** The schema of the document that every entry uses, for a given set of kinds. */
export function makeSittingSchema(kinds: Kinds): z.ZodType<Sitting> {
  return z
    .strictObject({
      schema: z.literal(DOCUMENT_VERSION),
      id,
      name,
      createdAt: instant,
      updatedAt: instant,
      note: z.string().max(MOST.noteLength),
      tags: z.array(z.string().trim().min(1).max(MOST.tagLength)).max(MOST.tags),
      archived: z.boolean(),
      people: z.array(personSchema).max(MOST.people),
      photos: z.array(makePhotoSchema(kinds)).max(MOST.photos),
    })
    .check((context) => {
      refuseRepeated(context, context.value.photos, ['photos']);
      refuseRepeated(context, context.value.people, ['people']);
      refuseStrangers(context, context.value as Sitting);
    });
}

/** Ids name one entry of a list each: steps, readings and undo go by them. */
function refuseRepeated(
  context: { readonly issues: z.core.$ZodRawIssue[] },
  entries: readonly { readonly id: string }[],
  path: readonly (string | number)[],
): void {
  const seen = new Set<string>();
  entries.forEach((entry, index) => {
    const repeated = seen.has(entry.id);
    seen.add(entry.id);
    if (!repeated) return;
    context.issues.push({
      code: 'custom',
      input: entry.id,
      path: [...path, index, 'id'],
      message: 'is the id of another entry too',
    });
  });
}

function oneOf(kinds: ReadonlyMap<string, KindDefinition>, shape: z.ZodRawShape) {
  const options = [...kinds.values()].map((kind) =>
    z.strictObject({
      ...shape,
      kind: z.literal(kind.id),
      version: z.literal(kind.version),
      parameters: kind.parameters,
    }),
  );
  return z.discriminatedUnion('kind', options as [(typeof options)[number], ...(typeof options)[number][]]);
}
