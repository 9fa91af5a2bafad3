import type { Plate } from '#core/raster/plate';
import type { Region } from '#core/raster/raster';
import { database } from './database';

/** Plates that the browser refused to store; they live as long as the page. */
const unstored = new Map<string, Plate>();

/** Keeps ready-made coverage under a name, compressed. */
export async function storePlate(name: string, plate: Plate): Promise<void> {
  unstored.set(name, plate);
  const packed = await new Response(new Blob([plate.coverage8 as Uint8Array<ArrayBuffer>]).stream().pipeThrough(new CompressionStream('gzip'))).blob();
  await database().plates.put({ name, region: plate.region, packed });
  unstored.delete(name);
}

/** @returns undefined when it is nowhere to be found, or damaged */
export async function loadPlate(name: string): Promise<Plate | undefined> {
  const row = await database().plates.get(name);
  if (!row) return unstored.get(name);
  const coverage8 = new Uint8Array(await new Response(row.packed.stream().pipeThrough(new DecompressionStream('gzip'))).arrayBuffer());
  return coverage8.length === pixels(row.region) ? { region: row.region, coverage8 } : undefined;
}

function pixels({ outWidth, outHeight }: Region): number {
  return outWidth * outHeight;
}
