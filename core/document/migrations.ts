import type { JsonObject, KindDefinition, Kinds } from './kinds';

type Loose = Record<string, unknown>;

/** By the document version they start from; each brings a document one version on. */
const DOCUMENT_MIGRATIONS: Readonly<Record<number, (document: Loose) => Loose>> = {
  1: (document) => ({ ...document, photos: mapList(document.photos, photoToVersion2) }),
  2: (document) => ({ ...document, photos: mapList(document.photos, photoToVersion3) }),
  // Areas may be of a beard, of glasses and of a hat.
  3: (document) => document,
  4: (document) => ({ ...document, photos: mapList(document.photos, photoToVersion5) }),
  5: (document) => ({
    note: '',
    tags: [],
    archived: false,
    ...document,
    photos: mapList(document.photos, photoToVersion6),
  }),
  6: (document) => ({ people: [], ...document, photos: mapList(document.photos, photoToVersion7) }),
  7: (document) => ({ ...document, photos: mapList(document.photos, photoToVersion8) }),
  8: (document) => ({ ...document, photos: mapList(document.photos, photoToVersion9) }),
  // Areas may be of arms and of legs.
  9: (document) => document,
  // Areas may be of jewellery.
  10: (document) => document,
};

/** Sitters came, and areas belong to them or to nobody. */
function photoToVersion2(photo: unknown): unknown {
  if (!isLoose(photo)) return photo;
  return {
    sitters: [],
    ...photo,
    areas: mapList(photo.areas, (area) =>
      isLoose(area) ? { sitter: null, inverted: false, ...area } : area,
    ),
  };
}

/** Sitters have a corridor of their own where it was set. */
function photoToVersion3(photo: unknown): unknown {
  return isLoose(photo) ? { corridors: [], ...photo } : photo;
}

/** Plans are kept under names. */
function photoToVersion5(photo: unknown): unknown {
  return isLoose(photo) ? { versions: [], ...photo } : photo;
}

/** What was decided of a photo. */
function photoToVersion6(photo: unknown): unknown {
  return isLoose(photo) ? { choice: null, ...photo } : photo;
}

/** A sitter may be somebody who sits in other photos too. */
function photoToVersion7(photo: unknown): unknown {
  if (!isLoose(photo)) return photo;
  const sitters = mapList(photo.sitters, (sitter) =>
    isLoose(sitter) ? { person: null, likeness: null, ...sitter } : sitter,
  );
  return { ...photo, ...(sitters !== undefined && { sitters }) };
}

/** Faces have points that marks follow, and what came from other photos is known. */
function photoToVersion8(photo: unknown): unknown {
  if (!isLoose(photo)) return photo;
  const sitters = mapList(photo.sitters, (sitter) => (isLoose(sitter) ? { points: [], ...sitter } : sitter));
  return { brought: [], ...photo, ...(sitters !== undefined && { sitters }) };
}

/** A photo may be a frame of a shot. */
function photoToVersion9(photo: unknown): unknown {
  return isLoose(photo) ? { frame: null, ...photo } : photo;
}

/**
 * Brings a document, and the parameters of every mark and step in it, up to the present versions.
 * Anything that does not look like a document is returned as it is, for the schema to refuse.
 * @param document parsed JSON; not written
 */
export function migrateDocument(document: unknown, version: number, kinds: Kinds): unknown {
  if (!isLoose(document) || typeof document.schema !== 'number') return document;
  let current = document;
  for (let from = document.schema; from < version && DOCUMENT_MIGRATIONS[from]; from++)
    current = { ...DOCUMENT_MIGRATIONS[from]!(current), schema: from + 1 };
  return { ...current, photos: mapList(current.photos, (photo) => migratePhoto(photo, kinds)) };
}

/** The same for the photo of a plan file, which has the version of its file. */
export function migratePlanFile(
  file: Readonly<Record<string, unknown>>,
  version: number,
  kinds: Kinds,
): unknown {
  const document = { schema: file.schema, photos: [file.photo] };
  const { schema, photos } = migrateDocument(document, version, kinds) as {
    schema: unknown;
    photos: readonly unknown[];
  };
  return { ...file, schema, photo: photos[0] };
}

function migratePhoto(photo: unknown, kinds: Kinds): unknown {
  if (!isLoose(photo)) return photo;
  const versions = mapList(photo.versions, (version) =>
    isLoose(version) ? migrateWork(version, kinds) : version,
  );
  return { ...migrateWork(photo, kinds), ...(versions !== undefined && { versions }) };
}

/** Areas and steps, of a photo or of a plan kept under a name. */
function migrateWork(holder: Loose, kinds: Kinds): Loose {
  return {
    ...holder,
    areas: mapList(holder.areas, (area) =>
      isLoose(area)
        ? { ...area, marks: mapList(area.marks, (mark) => migrateParameters(mark, kinds.marks)) }
        : area,
    ),
    plan: mapList(holder.plan, (step) => migrateParameters(step, kinds.adjusts)),
  };
}

/** A step brought up to the present version of its kind; what is none is returned as it is. */
export function migrateStep(step: unknown, kinds: Kinds): unknown {
  return migrateParameters(step, kinds.adjusts);
}

function migrateParameters(holder: unknown, kinds: ReadonlyMap<string, KindDefinition>): unknown {
  if (!isLoose(holder) || !isLoose(holder.parameters)) return holder;
  const kind = kinds.get(String(holder.kind));
  if (!kind) return holder;
  let { version, parameters } = holder;
  while (typeof version === 'number' && version < kind.version && kind.migrations[version]) {
    parameters = kind.migrations[version]!(parameters as JsonObject);
    version++;
  }
  return { ...holder, version, parameters };
}

function mapList(list: unknown, change: (entry: unknown) => unknown): unknown {
  return Array.isArray(list) ? list.map(change) : list;
}

function isLoose(value: unknown): value is Loose {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
