import { putPeople } from '#kinds/people/putPeople';
import { areaNameOf } from '#core/document/partNames';
import { changePhoto } from '#core/document/commands';
import { joinSitters } from '#core/document/joinSitters';
import { CancelledError } from '#core/errors';
import type { Plate } from '#core/raster/plate';
import { foundEntries } from '#workers/client';
import { storePlate } from '../storage/plateStorage';
import { readonly, ref } from 'vue';
import { useBenchPhoto } from './useBenchPhoto';
import { isOpened } from './useOpenPhoto';
import { useWorkers } from './useWorkers';
import { useBench } from '../stores/bench';
import { useNotices } from '../stores/notices';
import { useSitting } from '../stores/sitting';

/** How far find has come, 0..1, while it works; shared by all that show it. */
const progress = ref<number>();
let stop: AbortController | undefined;

/** Finds people and their parts in the chosen photo and puts them into the document, one checkpoint. */
export function useFind() {
  const workers = useWorkers();
  const notices = useNotices();
  const sitting = useSitting();
  const bench = useBench();
  const { photo } = useBenchPhoto();

  async function find(tiles = false): Promise<void> {
    const open = photo.value;
    if (!open || progress.value !== undefined) return;
    stop = new AbortController();
    progress.value = 0;
    try {
      // A photo is seen before the workers have it: until then they have none, or another.
      if (!(await isOpened(open.id))) return;
      if (stop.signal.aborted) throw new CancelledError();
      const people = await workers.find({
        tiles,
        signal: stop.signal,
        onProgress: (share) => (progress.value = share),
      });
      if (people.sitters.length === 0) return sayNobody(tiles);
      const entries = foundEntries(people, () => crypto.randomUUID());
      await workers.analyst.learnPlates(entries.plates);
      await storeFound(entries.plates);
      const newId = () => crypto.randomUUID();
      sitting.change('find', (document) =>
        joinSitters(
          changePhoto(document, open.id, (before) =>
            putPeople(before, entries.sitters, entries.background, { newId, nameOf: areaNameOf }),
          ),
          open.id,
          newId,
        ),
      );
      const count = people.sitters.length;
      notices.say(
        `Found ${count} ${count === 1 ? 'sitter' : 'sitters'}. Choose a part on the face map, or let Check say what is off.`,
      );
      bench.sitterId = photo.value?.sitters[0]?.id;
    } catch (error) {
      if (error instanceof CancelledError) notices.say('Find was stopped; nothing was changed.');
      else notices.problem(error);
    } finally {
      progress.value = undefined;
    }
  }

  /** Where the browser refuses to store, the parts are there all the same, in this tab. */
  async function storeFound(plates: ReadonlyMap<string, Plate>): Promise<void> {
    let refused: unknown;
    for (const [name, plate] of plates) await storePlate(name, plate).catch((error) => (refused = error));
    if (refused !== undefined) notices.problem(refused);
  }

  function sayNobody(tiles: boolean): void {
    const text =
      'No face was found in this photo. Areas can still be made by hand: choose a part and draw a rough line inside it.';
    if (tiles) notices.say(text);
    else notices.say(text, { label: 'Look for small faces', run: () => void find(true) });
  }

  return {
    find,
    /** loads what find needs, before it is pressed */
    prepareFind: () => workers.prepareFind(),
    progress: readonly(progress),
    stopFind: () => stop?.abort(),
  };
}
