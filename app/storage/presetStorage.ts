import type { Preset } from '#core/document/schema';
import { parsePreset } from '#kinds/presets/presets';
import { STARTERS } from '#kinds/presets/starters';
import { database } from './database';
import type { Database } from './database';

/** The presets that were kept, the latest first; what cannot be read any more is left where it is. */
export async function listPresets(db: Database): Promise<readonly Preset[]> {
  const rows = await db.presets.toArray();
  return rows
    .toSorted((p, q) => q.savedAt.localeCompare(p.savedAt))
    .flatMap(({ preset }) => {
      try {
        return [parsePreset(preset)];
      } catch {
        return [];
      }
    });
}

/** One of our own, or one that was kept; undefined when there is none of this id. */
export async function presetNamed(id: string): Promise<Preset | undefined> {
  return [...STARTERS, ...(await listPresets(database()))].find((preset) => preset.id === id);
}

/** Keeps a preset. @param savedAt instant, ISO 8601 @throws {DocumentError} when it could not be read again */
export async function keepPreset(db: Database, preset: Preset, savedAt: string): Promise<void> {
  await db.presets.put({ id: preset.id, savedAt, preset: parsePreset(preset) });
}

/** Forgets a preset. */
export async function dropPreset(db: Database, id: string): Promise<void> {
  await db.presets.delete(id);
}
