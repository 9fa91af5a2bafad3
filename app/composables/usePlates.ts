import { platesOf } from '#core/document/plates';
import type { Sitting } from '#core/document/schema';
import type { Plate } from '#core/raster/plate';
import { loadPlate } from '../storage/plateStorage';
import { useWorkers } from './useWorkers';

/** Ready-made coverage of a sitting, from storage or from what this page still holds. */
export function usePlates() {
  const workers = useWorkers();

  async function collectPlates({ photos }: Pick<Sitting, 'photos'>): Promise<Map<string, Plate>> {
    const plates = new Map<string, Plate>();
    const held = await workers.analyst.heldPlates().catch(() => new Map<string, Plate>());
    for (const name of photos.flatMap(platesOf)) {
      const plate = (await loadPlate(name).catch(() => undefined)) ?? held.get(name);
      if (plate) plates.set(name, plate);
    }
    return plates;
  }

  return { collectPlates };
}
