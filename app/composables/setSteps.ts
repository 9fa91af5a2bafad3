import { areaNameOf } from '#core/document/partNames';
import { changePhoto } from '#core/document/commands';
import { joinSitters } from '#core/document/joinSitters';
import { workKey } from '#core/document/photoState';
import type { Photo, Preset, Reading, Sitting } from '#core/document/schema';
import { hsvHueOfSrgbLinear } from '#core/colour/hueSolve';
import { findingWords } from '#kinds/mend/findingWords';
import { mendAll } from '#kinds/mend/mend';
import { putPeople } from '#kinds/people/putPeople';
import { putPreset } from '#kinds/presets/presets';
import { carryPlan, movesMarks } from '#kinds/set/carryPlan';
import type { CarriedPlan, PartShifts } from '#kinds/set/carryPlan';
import { foundEntries } from '#workers/client';
import type { SetWorkers } from '#workers/client';
import { storePlates } from '../storage/plateStorage';
import type { ProgressChange } from '../storage/progressStorage';
import type { SetTask } from '../storage/setWorkStorage';
import { THUMB_LONG_SIDE } from '../storage/thumbs';

const newId = () => crypto.randomUUID();

/** How one photo of a set is worked on: the workers that have it in hand, how it is told and stopped. */
export interface SetHand {
  readonly workers: SetWorkers;
  readonly signal: AbortSignal;
  /** share of this photo, 0..1 */
  readonly onProgress: (share: number) => void;
}

/**
 * Finds people in a photo in hand.
 * @returns how that changes the document, and why parts of it are not stored; undefined where nobody is in it
 */
export async function findInSet(
  photo: Photo,
  { workers, signal, onProgress }: SetHand,
): Promise<{ readonly put: (sitting: Sitting) => Sitting; readonly refused: unknown } | undefined> {
  const people = await workers.find({ tiles: false, signal, onProgress });
  if (people.sitters.length === 0) return undefined;
  const { sitters, background, plates } = foundEntries(people, newId);
  await workers.analyst.learnPlates(plates);
  // Where the browser refuses to store, the parts are there all the same, in this tab.
  const refused = await storePlates(plates).then(
    () => undefined,
    (error: unknown) => error,
  );
  const names = { newId, nameOf: areaNameOf };
  const put = (sitting: Sitting) =>
    joinSitters(
      changePhoto(sitting, photo.id, (before) => putPeople(before, sitters, background, names)),
      photo.id,
      newId,
    );
  return { put, refused };
}

/** What is off in a photo in hand, in words, each with the sitter where there are several. */
export async function checkInSet(photo: Photo, { workers }: SetHand): Promise<readonly string[]> {
  const findings = await workers.analyst.check(photo);
  return findings.map(({ sitterId, finding }) => {
    const sitter = photo.sitters.find(({ id }) => id === sitterId);
    const who = sitter && photo.sitters.length > 1 ? `sitter ${sitter.number}, ` : '';
    return `${who}${findingWords(finding, photo)}`;
  });
}

/** All that is off in a photo in hand, mended. */
export function mendInSet(photo: Photo, { workers, signal, onProgress }: SetHand): Promise<Photo> {
  return mendAll(
    photo,
    (state) => workers.analyst.check(state),
    newId,
    (share) => {
      signal.throwIfAborted();
      onProgress(share);
    },
  );
}

/** Who of one photo is who in another: the same people, or the only one in each. */
function samePeople(from: Photo, to: Photo): ReadonlyMap<string, string> {
  const pairs = from.sitters.flatMap(({ id, person }) => {
    const same = to.sitters.find((sitter) => person !== null && sitter.person === person);
    return same ? [[id, same.id] as const] : [];
  });
  const [one, other] = [from.sitters[0], to.sitters[0]];
  const isOnly = from.sitters.length === 1 && to.sitters.length === 1;
  if (pairs.length === 0 && isOnly) return new Map([[one!.id, other!.id]]);
  return new Map(pairs);
}

/** How a plan is carried, and where the parts of the two photos lie. */
export type CarryWays = Pick<Extract<SetTask, { is: 'carry' }>, 'wholePicture' | 'fades' | 'wins'> & {
  readonly shifts?: PartShifts;
};

/** A plan carried to another photo, for the people who are in both. */
export function carryTo(
  from: Photo,
  photo: Photo,
  { wholePicture, fades, wins, shifts }: CarryWays,
): CarriedPlan {
  return carryPlan(from, photo, samePeople(from, photo), { wholePicture, fades, wins, shifts, newId });
}

/** The same to a photo in hand: what was drawn goes with the parts it lies on, readings are placed anew. */
export async function carryInSet(
  from: Photo,
  photo: Photo,
  task: Extract<SetTask, { is: 'carry' }>,
  { workers }: SetHand,
): Promise<{ readonly ways: CarryWays; readonly plan: CarriedPlan }> {
  const shifts = movesMarks(from)
    ? await workers.analyst.partShifts(from, photo, samePeople(from, photo))
    : undefined;
  const ways = { ...task, shifts };
  const carried = carryTo(from, photo, ways);
  const readings: Reading[] = [];
  for (const areaId of carried.toPlace) {
    const { placed } = await workers.analyst.placed(carried.photo, areaId);
    readings.push(...placed.map((reading) => ({ id: newId(), areaId, ...reading })));
  }
  const placed = { ...carried.photo, readings: [...carried.photo.readings, ...readings] };
  return { ways, plan: { ...carried, photo: placed } };
}

/** A photo with a preset's steps on the parts of everybody in it; those on the whole picture once. */
export function presetInSet(photo: Photo, preset: Preset): Photo {
  const ofPeople = preset.steps.filter(({ part }) => part !== 'whole-picture' && part !== 'background');
  const owners = photo.sitters.length === 0 ? [undefined] : photo.sitters.map(({ id }) => id);
  return owners.reduce((before: Photo, sitter, n) => {
    const steps = n === 0 ? preset.steps : ofPeople;
    return putPreset(before, { ...preset, steps }, { areaId: undefined, sitter }, newId).photo;
  }, photo);
}

/** What is kept of a photo in hand beside its document: its numbers, and what became of it in small. */
export async function measureInSet(photo: Photo, { workers }: SetHand): Promise<ProgressChange> {
  const { analyst } = workers;
  const key = workKey(photo);
  const numbers = await analyst.numbers(photo);
  const picture = await analyst.result(photo, THUMB_LONG_SIDE);
  const skins = [];
  for (const { id, part, sitter, marks } of photo.areas) {
    if (part !== 'skin' || marks.length === 0) continue;
    const { after } = await analyst.areaColours(photo, id);
    if (!after) continue;
    skins.push({ sitter, hue: hsvHueOfSrgbLinear(after) ?? null });
  }
  return { numbers, numbersAs: key, picture, pictureAs: key, skins };
}
