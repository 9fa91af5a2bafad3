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
  /** 0..1, and 1 once, at the end, however it ended */
  readonly onShare: (id: string, share: number) => void;
  readonly onFault: (id: string, error: unknown) => void;
}

/** Below 1: the last step of a photo is that it is let go. */
const NEARLY = 0.999;

/**
 * Takes photos one by one into each lane's hands.
 * @throws when the signal says that it is over
 */
export async function passThrough(
  ids: readonly string[],
  lanes: readonly SetWorkers[],
  each: (photo: Photo, hand: SetHand) => Promise<void>,
  { photoOf, preferred, whilePaused, signal, onShare, onFault }: PassHost,
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
      onShare(id, 1);
    }
  };
  const one = async (id: string, workers: SetWorkers) => {
    const photo = photoOf(id);
    if (!photo) return;
    const onProgress = (share: number) => onShare(id, Math.min(NEARLY, share));
    try {
      await workers.use(photo, await photoFile(photo));
      await each(photo, { workers, signal, onProgress });
    } catch (error) {
      signal.throwIfAborted();
      onFault(id, error);
    }
  };
  await Promise.all(lanes.map(walk));
  signal.throwIfAborted();
}
