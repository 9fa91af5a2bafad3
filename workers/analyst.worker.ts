import { stemOf } from '#core/document/names';
import type { Area, Photo, Step } from '#core/document/schema';
import { WHOLE_PICTURE } from '#core/document/schema';
import { CancelledError } from '#core/errors';
import { encodeCoveragePng } from '#core/formats/coveragePng';
import { writeCube } from '#core/formats/cubeFile';
import { makePlanFile } from '#core/formats/planFile';
import { writeProofSheet } from '#core/formats/proofSheet';
import type { ReadingRow } from '#core/formats/readingsFile';
import { measurePartColours } from '#core/measure/partColours';
import type { Plate } from '#core/raster/plate';
import { LightJudge } from '#core/render/photoLight';
import { photoNumbers } from '#core/render/photoNumbers';
import { placeOnArea } from '#core/render/placeOnArea';
import { wholeRegion } from '#core/raster/raster';
import { encodePixels } from '#core/render/encodePixels';
import { stepWords } from '#core/offer/stepWords';
import { planLut } from '#core/render/planLut';
import type { ResolvedArea, ResolvedPlan } from '#core/render/resolved';
import { Resolver } from '#core/render/resolver';
import { partShifts } from '#core/segment/partShifts';
import { lookOver } from '#kinds/mend/mend';
import { KINDS } from '#kinds/registry.gen';
import { foundPlatesOf } from '#kinds/set/foundPlates';
import { jpegOf, look, open, openNext } from './photoOpening';
import type { AnalystExchanges, OrderedPicture, RequestMessage, ResolvedAreas } from './protocol';
import { serve } from './serve';

let resolver: Resolver | undefined;
let judge: LightJudge | undefined;
/** The photo that colours are taken from. */
let lender: { readonly resolver: Resolver; readonly photo: Photo } | undefined;
/** States of the document that were told, by number. */
const versions = new Map<number, Photo>();
let newestTold = 0;

/** What can be handed on to the workers that render, each at its own port. */
let renderers: readonly MessagePort[] = [];

function current(): Resolver {
  if (!resolver) throw new RangeError('no photo is in use');
  return resolver;
}

function photoOf(version: number): Photo {
  const photo = versions.get(version);
  if (photo) return photo;
  // Who asks about what another photo or a newer state has replaced has nothing to wait for.
  if (version <= newestTold) throw new CancelledError();
  throw new RangeError(`state ${version} of the photo was not told`);
}

function lending(): { readonly resolver: Resolver; readonly photo: Photo } {
  if (!lender) throw new RangeError('no photo lends its colours');
  return lender;
}

serve<AnalystExchanges>({
  open: ({ name, file }) => open(name, file),
  openNext: ({ name, file }) => openNext(name, file),
  look: ({ name, file, longSide, opensNext }) => look(name, file, longSide, opensNext),
  use: ({ pyramid, renderers: ports }) => {
    for (const port of renderers) port.close();
    renderers = ports;
    resolver = new Resolver(pyramid, KINDS);
    judge = new LightJudge(resolver);
    versions.clear();
    lender = undefined;
    return undefined;
  },
  result: ({ version, longSide }) => small(current().plan(photoOf(version)), { longSide, quality: 0.85 }),
  plates: ({ plates }) => {
    for (const [name, plate] of plates) current().areas.learnPlate(name, plate);
    return undefined;
  },
  photo: ({ version, photo, forget }) => {
    for (const old of forget) versions.delete(old);
    versions.set(version, photo);
    newestTold = Math.max(newestTold, version);
    return undefined;
  },
  areas: ({ version, ids, known }) => areas(photoOf(version), ids, new Set(known)),
  plan: ({ version, order }) => {
    const plan = current().plan(photoOf(version));
    return { plan, isHandedOn: order !== undefined && handOn(plan, order) };
  },
  readings: ({ version }) => current().readings(photoOf(version), current().plan(photoOf(version))),
  ladder: ({ version, areaId, after }) =>
    current().measures.ladder(areaOf(version, areaId), after ? current().plan(photoOf(version)) : []),
  areaColours: ({ version, areaId }) => {
    const area = areaOf(version, areaId);
    const { measures } = current();
    return {
      box: measures.box(area),
      share: measures.share(area),
      before: measures.mean(area, []),
      after: measures.mean(area, current().plan(photoOf(version))),
    };
  },
  palette: ({ version, areaId }) => {
    const area = areaOf(version, areaId);
    const before = current().plan(untilFamilies(photoOf(version), areaId));
    const { measures } = current();
    return { families: measures.families(area, before), histogram: measures.histogram(area) };
  },
  patch: ({ version, x, y, size }) =>
    current().patchColours({ x, y, size }, current().plan(photoOf(version))),
  numbers: ({ version }) => photoNumbers(current(), photoOf(version)),
  placed: ({ version, areaId }) => {
    const photo = photoOf(version);
    return placeOnArea(current(), photo, documentArea(photo, areaId));
  },
  partShifts: ({ version, from, plates, who }) => {
    const held = current().areas.plates;
    return partShifts(
      { photo: from, platesOf: (area) => foundPlatesOf(area, plates) },
      { photo: photoOf(version), platesOf: (area) => foundPlatesOf(area, held) },
      who,
    );
  },
  lend: ({ name, file, photo, plates, longSide }) => lend(file, photo, { name, plates, longSide }),
  lentPart: ({ areaId }) => {
    const { resolver: from, photo } = lending();
    const area = photo.areas.find(({ id }) => id === areaId);
    return area && measurePartColours(from.measures.input(from.area(area, photo), from.plan(photo)));
  },
  lentPatch: ({ x, y, size }) =>
    lending().resolver.patchColours({ x, y, size }, lending().resolver.plan(lending().photo))?.result,
  check: ({ version }) => lookOver(judge!, photoOf(version)),
  areasAt: ({ version, x, y }) => current().areasAt(photoOf(version), x, y),
  heldPlates: () => current().areas.plates,
  coveragePng: ({ version, areaId }) => coveragePng(areaOf(version, areaId)),
  planFile: ({ version }) => {
    const photo = photoOf(version);
    const coverage = photo.areas.map(
      (area) => [area.id, base64(coveragePng(current().area(area, photo)))] as const,
    );
    return makePlanFile(photo, Object.fromEntries(coverage));
  },
  lut: ({ version, size, areaId }) => {
    const photo = photoOf(version);
    const { table, taken, left } = planLut(photo, current().plan(photo), KINDS, { size, areaId });
    const words = (step: Step) => stepWords(step, photo, KINDS);
    return {
      text: writeCube(stemOf(photo.file), size, table),
      taken: taken.map(words),
      left: left.map(({ step, why }) => ({ step: words(step), why })),
    };
  },
  coverage: ({ version, areaId }) => current().areas.fullCoverage(areaOf(version, areaId)),
  readingRows: ({ version }) => readingRows(photoOf(version)),
  proofSheet: async ({ version, sitting, day }) => {
    const photo = photoOf(version);
    const plan = current().plan(photo);
    const [before, after] = [await proofPicture([]), await proofPicture(plan)];
    const steps = photo.plan.map((step) => stepWords(step, photo, KINDS));
    return writeProofSheet({
      photo: photo.file,
      sitting,
      day,
      before,
      after,
      readings: readingRows(photo),
      steps,
    });
  },
});

/** Pictures of a proof sheet, long side in pixels: 300 to the inch on half of A4. */
const PROOF_LONG_SIDE = 1400;

async function proofPicture(plan: ResolvedPlan): Promise<string> {
  const file = await small(plan, { longSide: PROOF_LONG_SIDE, quality: 0.92 });
  return `data:image/jpeg;base64,${base64(new Uint8Array(await file.arrayBuffer()))}`;
}

/** The whole photo with a plan as a JPEG. */
function small(
  plan: ResolvedPlan,
  { longSide, quality }: { readonly longSide: number; readonly quality: number },
): Promise<Blob> {
  const { pyramid } = current();
  const region = wholeRegion(pyramid.width, pyramid.height, longSide);
  return jpegOf(current().render(plan, region), region, quality);
}

function readingRows(photo: Photo): ReadingRow[] {
  const colours = new Map(
    current()
      .readings(photo, current().plan(photo))
      .map((entry) => [entry.id, entry]),
  );
  const names = new Map([WHOLE_PICTURE, ...photo.areas].map(({ id, name }) => [id, name]));
  return photo.readings.flatMap(({ id, areaId, rung, x, y, size }) => {
    const read = colours.get(id);
    const area = names.get(areaId);
    return read && area !== undefined ? [{ area, rung, x, y, size, now: read.now, result: read.result }] : [];
  });
}

async function lend(
  file: Blob | undefined,
  photo: Photo,
  {
    name,
    plates,
    longSide,
  }: { readonly name: string; readonly plates: ReadonlyMap<string, Plate>; readonly longSide: number },
): Promise<ImageBitmap> {
  if (!file) lender = { resolver: current(), photo };
  else if (lender?.photo.id === photo.id && lender.resolver !== resolver)
    lender = { resolver: lender.resolver, photo };
  else lender = { resolver: new Resolver((await open(name, file)).pyramid, KINDS), photo };
  for (const [plate, coverage] of plates) lender.resolver.areas.learnPlate(plate, coverage);
  const region = wholeRegion(photo.width, photo.height, longSide);
  const pixels = new Uint8ClampedArray(region.outWidth * region.outHeight * 4);
  encodePixels(lender.resolver.render(lender.resolver.plan(photo), region), pixels);
  return createImageBitmap(new ImageData(pixels, region.outWidth));
}

/** Has a picture drawn, where it is another one and stands on nothing that renderers do not know. */
function handOn(plan: ResolvedPlan, { held, shown, pieces }: OrderedPicture): boolean {
  const known = new Set(held);
  const isKnown = plan.every(({ areaKey }) => known.has(areaKey));
  if (!isKnown || pieces.length > renderers.length || (plan.at(-1)?.key ?? '') === shown) return false;
  for (const [n, { call, region }] of pieces.entries())
    renderers[n]!.postMessage({ call, name: 'picture', request: { plan, region } } satisfies RequestMessage);
  return true;
}

function areas(photo: Photo, ids: readonly string[], known: ReadonlySet<string>): ResolvedAreas {
  const resolved = [WHOLE_PICTURE, ...photo.areas]
    .filter(({ id }) => ids.includes(id))
    .map((area) => [area.id, current().area(area, photo)] as const);
  return {
    newAreas: resolved.map(([, area]) => area).filter(({ key }) => !known.has(key)),
    keys: Object.fromEntries(resolved.map(([id, area]) => [id, area.key])),
  };
}

function areaOf(version: number, areaId: string): ResolvedArea {
  const photo = photoOf(version);
  return current().area(documentArea(photo, areaId), photo);
}

function documentArea(photo: Photo, areaId: string): Area {
  const area = [WHOLE_PICTURE, ...photo.areas].find(({ id }) => id === areaId);
  if (!area) throw new RangeError(`there is no area ${areaId}`);
  return area;
}

/** The photo with the steps before the first one on an area that looks at families. */
function untilFamilies(photo: Photo, areaId: string): Photo {
  const place = photo.plan.findIndex(
    (step) => (step.areaId ?? WHOLE_PICTURE.id) === areaId && KINDS.adjusts.get(step.kind)?.looksAtFamilies,
  );
  return { ...photo, plan: photo.plan.slice(0, place < 0 ? photo.plan.length : place) };
}

function coveragePng(area: ResolvedArea): Uint8Array {
  const { pyramid, areas: prepared } = current();
  return encodeCoveragePng(prepared.fullCoverage(area), pyramid.width, pyramid.height);
}

function base64(bytes: Uint8Array): string {
  let text = '';
  for (let at = 0; at < bytes.length; at += 0x8000)
    text += String.fromCharCode(...bytes.subarray(at, at + 0x8000));
  return btoa(text);
}
