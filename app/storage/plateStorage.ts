import type { Plate } from '#core/raster/plate';
import type { Region } from '#core/raster/raster';
import { database } from './database';
import type { PlateRow } from './database';

/** Plates that the browser refused to store; they live as long as the page. */
const unstored = new Map<string, Plate>();

/**
 * Keeps ready-made coverage under a name, compressed. When the browser refuses, it is kept in memory and the
 * error thrown.
 */
export async function storePlate(name: string, plate: Plate): Promise<void> {
  unstored.set(name, plate);
  await database().plates.put({ ...(await packPlate(name, plate)), storedAt: Date.now() });
  unstored.delete(name);
}

/** Plates that are compressed and put away at a time: one waits for the disk while the next is compressed. */
const AT_ONCE = 8;

/** Keeps several under their names. @throws the first refusal, once all were tried */
export async function storePlates(plates: ReadonlyMap<string, Plate>): Promise<void> {
  const left = [...plates];
  const refused: unknown[] = [];
  const lane = async () => {
    for (let next = left.shift(); next; next = left.shift())
      await storePlate(...next).catch((error: unknown) => refused.push(error));
  };
  await Promise.all(Array.from({ length: AT_ONCE }, lane));
  if (refused.length > 0) throw refused[0];
}

/** Coverage compressed. */
export async function packPlate(
  name: string,
  { region, coverage8 }: Plate,
): Promise<Omit<PlateRow, 'storedAt'>> {
  // A copy: what threads share cannot become a blob.
  const bytes = new Blob([new Uint8Array(coverage8)]).stream().pipeThrough(new CompressionStream('gzip'));
  return { name, region, packed: await new Response(bytes).blob() };
}

/** @returns undefined when it is nowhere to be found, or damaged */
export async function loadPlate(name: string): Promise<Plate | undefined> {
  const row = await database().plates.get(name);
  return row ? unpackPlate(row) : unstored.get(name);
}

/** @returns undefined when it is damaged */
export async function unpackPlate({
  region,
  packed,
}: Pick<PlateRow, 'region' | 'packed'>): Promise<Plate | undefined> {
  const bytes = packed.stream().pipeThrough(new DecompressionStream('gzip'));
  const coverage8 = await new Response(bytes).arrayBuffer().then(
    (buffer) => new Uint8Array(buffer),
    () => undefined,
  );
  return coverage8?.length === pixels(region) ? { region, coverage8 } : undefined;
}

/** Whether plates live in this page alone. */
export function hasUnstoredPlates(): boolean {
  return unstored.size > 0;
}

function pixels({ outWidth, outHeight }: Region): number {
  return outWidth * outHeight;
}
