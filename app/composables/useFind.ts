import { putPeople } from '#kinds/people/putPeople';
import { areaNameOf } from '#core/document/partNames';
import type { Photo } from '#core/document/schema';
import { changePhoto } from '#core/document/commands';
import { joinSitters } from '#core/document/joinSitters';
import { CancelledError } from '#core/errors';
import { foundEntries } from '#workers/client';
import { storePlates } from '../storage/plateStorage';
import type { SeenPeople } from '#workers/client';
import { wholeRegion } from '#core/raster/raster';
import { readonly, ref, shallowRef } from 'vue';
import { useBenchPhoto } from './useBenchPhoto';
import type { Frame } from './useFrames';
import { isOpened } from './useOpenPhoto';
import { useWorkers } from './useWorkers';
import { useBench } from '../stores/bench';
import { useNotices } from '../stores/notices';
import { useSeeing } from '../stores/seeing';
import { useSitting } from '../stores/sitting';

/** How far find has come, 0..1, while it works; shared by all that show it. */
const progress = ref<number>();
/** What is known meanwhile: how many faces, how many sitters in parts, and lines about them, drawn once. */
const seen = shallowRef<{ readonly faces: number; readonly known: number; readonly frame: Frame }>();
let stop: AbortController | undefined;

/** Finds people and their parts in the chosen photo and puts them into the document, one checkpoint. */
export function useFind() {
  const workers = useWorkers();
  const notices = useNotices();
  const sitting = useSitting();
  const bench = useBench();
  const seeing = useSeeing();
  const { photo, area } = useBenchPhoto();

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
        seen: { rgb: seeing.lineColour, tell: (people) => show(open, people) },
      });
      if (people.sitters.length === 0) return sayNobody(tiles);
      const entries = foundEntries(people, () => crypto.randomUUID());
      await workers.analyst.learnPlates(entries.plates);
      // Where the browser refuses to store, the parts are there all the same, in this tab.
      await storePlates(entries.plates).catch(notices.problem);
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
      if (photo.value?.id === open.id) lookAtFirst();
    } catch (error) {
      if (error instanceof CancelledError) notices.say('Find was stopped; nothing was changed.');
      else notices.problem(error);
    } finally {
      progress.value = seen.value = undefined;
    }
  }

  /** Opens the first sitter, and where no area is chosen the skin: its numbers are read first. */
  function lookAtFirst(): void {
    const [first] = photo.value?.sitters ?? [];
    bench.sitterId = first?.id;
    const skin = photo.value?.areas.find(({ sitter, part }) => sitter === first?.id && part === 'skin');
    if (!area.value && bench.tool === 'look') bench.choose(skin?.id);
  }

  /** Shows what is known so far, unless another photo is looked at by now. */
  function show({ id, width, height }: Photo, { faces, known, bitmap }: SeenPeople): void {
    if (photo.value?.id !== id) return bitmap.close();
    const frame = {
      key: `seen:${id}:${faces}:${known}`,
      pieces: [{ region: wholeRegion(width, height), bitmap }],
    };
    seen.value = { faces, known, frame };
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
    /** what is known while it works */
    seen,
    forgetSeen: () => (seen.value = undefined),
    stopFind: () => stop?.abort(),
  };
}
