import type { Photo } from '#core/document/schema';
import type { SetWorkers } from '#workers/client';
import { photoFile } from '../storage/photoStorage';
import type { SetHand } from './setSteps';

/** What a pass through photos asks of the one who goes through them. */
export interface PassHost {
  /** undefined for a photo that is gone */
  readonly photoOf: (id: string) => Photo | undefined;
  /** photos that are taken first, because they are seen */
  readonly preferred: () => readonly string[];
  readonly whilePaused: () => Promise<void>;
  readonly signal: AbortSignal;
  /** 0..1 */
  readonly onShare: (id: string, share: number) => void;
  /** however it ended */
  readonly onDone: (id: string) => void;
  readonly onFault: (id: string, error: unknown) => void;
}

/**
 * Takes photos one by one into each lane's hands.
 * @throws when the signal says that it is over
 */
export async function passThrough(
  ids: readonly string[],
  lanes: readonly SetWorkers[],
  each: (photo: Photo, hand: SetHand) => Promise<void>,
  { photoOf, preferred, whilePaused, signal, onShare, onDone, onFault }: PassHost,
): Promise<void> {
  const open = new Set(ids);
  const next = (): string | undefined => {
    const id = preferred().find((seen) => open.has(seen)) ?? [...open][0];
    if (id !== undefined) open.delete(id);
    return id;
  };
  const walk = async (workers: SetWorkers) => {
    for (let id = next(); id !== undefined; id = next()) {
      await whilePaused();
      signal.throwIfAborted();
      await one(id, workers);
      onDone(id);
    }
  };
  const one = async (id: string, workers: SetWorkers) => {
    const photo = photoOf(id);
    if (!photo) return;
    try {
      await workers.use(photo, await photoFile(photo));
      await each(photo, { workers, signal, onProgress: (share) => onShare(id, share) });
    } catch (error) {
      signal.throwIfAborted();
      onFault(id, error);
    }
  };
  await Promise.all(lanes.map(walk));
  signal.throwIfAborted();
}
