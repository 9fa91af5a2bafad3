import { putFound } from '#core/document/found';
import type { FoundEntry, FoundSitterEntry } from '#core/document/found';
import type { Part } from '#core/document/schema';
import { CancelledError } from '#core/errors';
import type { FoundPart, FoundPeople, FoundSitter } from '#workers/client';
import { storePlate } from '../storage/plateStorage';

/** How far find has come, 0..1, while it works; shared by all that show it. */
const progress = ref<number>();
let stop: AbortController | undefined;

/** Finds people and their parts in the chosen photo and puts them into the document, one checkpoint. */
export function useFind() {
  const workers = useWorkers(), notices = useNotices(), sitting = useSitting(), bench = useBench();
  const { photo } = useBenchPhoto();

  async function find(tiles = false): Promise<void> {
    const open = photo.value;
    if (!open || progress.value !== undefined) return;
    stop = new AbortController();
    progress.value = 0;
    try {
      const people = await workers.find({ tiles, signal: stop.signal, onProgress: (share) => (progress.value = share) });
      if (people.sitters.length === 0) return sayNobody(tiles);
      const entries = await keep(people);
      sitting.changeOpenPhoto('find', open.id, (before) => putFound(before, entries.sitters, entries.background, () => crypto.randomUUID(), nameOfArea));
      const count = people.sitters.length;
      notices.say(`Found ${count} ${count === 1 ? 'sitter' : 'sitters'}. Choose a part on the face map.`);
      bench.sitterId = photo.value?.sitters[0]?.id;
    } catch (error) {
      if (error instanceof CancelledError) notices.say('Find was stopped; nothing was changed.');
      else notices.problem(error);
    } finally {
      progress.value = undefined;
    }
  }

  function sayNobody(tiles: boolean): void {
    const text = 'No face was found in this photo. Areas can still be made by hand: choose a part and draw a rough line inside it.';
    if (tiles) notices.say(text);
    else notices.say(text, { label: 'Look for small faces', run: () => void find(true) });
  }

  return { find, progress: readonly(progress), stopFind: () => stop?.abort() };
}

async function keep(people: FoundPeople): Promise<{ sitters: FoundSitterEntry[]; background: FoundEntry | undefined }> {
  const store = async (found: FoundPart): Promise<FoundEntry> => {
    const plate = crypto.randomUUID();
    await storePlate(plate, { region: found.region, coverage8: found.coverage8 });
    return { part: found.part, plate };
  };
  const sitters: FoundSitterEntry[] = [];
  for (const sitter of people.sitters) {
    const parts: FoundEntry[] = [];
    for (const found of sitter.parts) parts.push(await store(found));
    sitters.push({ face: faceOf(sitter), doubts: Object.fromEntries(sitter.parts.flatMap(({ part, doubt }) => (doubt ? [[part, doubt]] : []))), parts });
  }
  return { sitters, background: people.background && (await store(people.background)) };
}

function faceOf({ landmarks: { points } }: FoundSitter): FoundSitterEntry['face'] {
  const xs = points.map(([x]) => x), ys = points.map(([, y]) => y), x = Math.min(...xs), y = Math.min(...ys);
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

function nameOfArea(part: Part, sitter: number | undefined): string {
  return sitter === undefined ? PART_NAMES[part] : `${PART_NAMES[part]} ${sitter}`;
}
