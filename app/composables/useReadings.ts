import { putReading, removeReading } from '#core/document/commands';
import { RUNGS } from '#core/document/schema';
import type { Rung } from '#core/document/schema';
import type { Point } from '../stores/view';
import { noPlaceWords } from './readingWords';
import { useBenchPhoto } from './useBenchPhoto';
import { useWorkers } from './useWorkers';
import { useBench } from '../stores/bench';
import { useNotices } from '../stores/notices';

/** Places readings on the chosen area, by hand or where they stand well, and takes them away. */
export function useReadings() {
  const bench = useBench();
  const workers = useWorkers();
  const notices = useNotices();
  const { photo, area, edit } = useBenchPhoto();

  /** Puts light, middle and shade readings where they stand well. */
  async function placeReadingsAlone(): Promise<void> {
    const open = area.value;
    const document = photo.value;
    if (!open || !document) return;
    bench.showingReadings = true;
    try {
      const { placed, without } = await workers.analyst.placed(document, open.id);
      if (without.length > 0) notices.say(noPlaceWords(open.name, without));
      if (placed.length === 0) return;
      const readings = placed.map((reading) => ({ id: crypto.randomUUID(), areaId: open.id, ...reading }));
      edit('place readings', (before) => ({
        ...before,
        readings: [...before.readings.filter(({ areaId }) => areaId !== open.id), ...readings],
      }));
    } catch (error) {
      notices.problem(error);
    }
  }

  /** Puts the reading of the rung in hand at a place, and takes the next rung without one in hand. */
  function placeReading(at: Point): void {
    const areaId = area.value?.id;
    const rung = bench.placing;
    const open = photo.value;
    if (!areaId || !rung || !open || at.x < 0 || at.y < 0 || at.x > open.width || at.y > open.height) return;
    const readingOf = (which: Rung) =>
      open.readings.find((reading) => reading.areaId === areaId && reading.rung === which);
    edit(`reading ${rung}`, (before) =>
      putReading(before, {
        id: readingOf(rung)?.id ?? crypto.randomUUID(),
        areaId,
        rung,
        x: Math.round(at.x * 10) / 10,
        y: Math.round(at.y * 10) / 10,
        size: bench.readingSize,
      }),
    );
    const next = RUNGS[RUNGS.indexOf(rung) + 1];
    if (next && !readingOf(next)) bench.placeReading(next);
    else bench.lookOnly();
  }

  function dropReading(id: string): void {
    edit('take reading away', (before) => removeReading(before, id));
  }

  /** @param size side of the patches of these readings and all further ones, pixels of the photo */
  function resizeReadings(ids: ReadonlySet<string>, size: number): void {
    bench.readingSize = size;
    edit('patch size', (before) => ({
      ...before,
      readings: before.readings.map((reading) => (ids.has(reading.id) ? { ...reading, size } : reading)),
    }));
  }

  return { placeReadingsAlone, placeReading, dropReading, resizeReadings };
}
