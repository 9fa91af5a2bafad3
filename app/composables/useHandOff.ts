import { useLocalStorage } from '@vueuse/core';
import { ref } from 'vue';
import { CancelledError, HandOffError, reviveError } from '#core/errors';
import {
  HAND_OFF_PATH,
  handOffFaultSchema,
  handOffLimitsSchema,
  handOffProgressSchema,
} from '#core/formats/handOff';
import type { HandOffLimits } from '#core/formats/handOff';
import type { PlanFile } from '#core/formats/planFile';
import type { WrittenAs } from '#core/formats/writtenFile';
import type { ExportOptions } from '#workers/client';

const ASK_MS = 500;

/** A photo with its plan, for a server. */
export interface HandedOver {
  readonly plan: PlanFile;
  readonly name: string;
  readonly file: Blob;
  readonly as: WrittenAs;
}

/** Whether photos are rendered by the server that served the page; kept in the browser. */
export function useHandOffChoice() {
  return useLocalStorage('even-blush-hand-off', false);
}

/** What the server takes in hand; undefined where it takes nothing, or is not there. */
export function useHandOffLimits() {
  const limits = ref<HandOffLimits>();
  void (async () => {
    const answer = await fetch(HAND_OFF_PATH).catch(() => undefined);
    if (answer?.ok)
      limits.value = handOffLimitsSchema.safeParse(await answer.json().catch(() => undefined)).data;
  })();
  return limits;
}

/**
 * Has a photo rendered by the server.
 * @throws {HandOffError} with the reason; {CancelledError} when the signal says so; what the rendering throws
 */
export async function handOff(
  { plan, name, file, as }: HandedOver,
  { signal, onProgress }: ExportOptions,
): Promise<Blob> {
  const form = new FormData();
  form.set('photo', file, name);
  form.set('plan', new Blob([JSON.stringify(plan)], { type: 'application/json' }));
  form.set('as', JSON.stringify(as));
  const job = crypto.randomUUID();
  // An answer that comes after the file is of no use any more.
  let isOpen = true;
  const hear = (share: number) => isOpen && onProgress(share);
  const asking = setInterval(() => void askProgress(job, hear), ASK_MS);
  try {
    const answer = await fetch(HAND_OFF_PATH, {
      method: 'POST',
      body: form,
      headers: { 'X-Job': job },
      signal,
    });
    if (answer.ok) return await answer.blob();
    const fault = handOffFaultSchema.safeParse(await answer.json().catch(() => undefined));
    throw fault.success ? reviveError(fault.data.fault) : new HandOffError('lost');
  } catch (error) {
    if (signal.aborted) throw new CancelledError();
    throw error instanceof TypeError ? new HandOffError('away') : error;
  } finally {
    isOpen = false;
    clearInterval(asking);
  }
}

async function askProgress(job: string, onProgress: (share: number) => void): Promise<void> {
  const answer = await fetch(`${HAND_OFF_PATH}/${job}`).catch(() => undefined);
  const progress = handOffProgressSchema.safeParse(await answer?.json().catch(() => undefined));
  if (progress.success) onProgress(progress.data.share);
}
