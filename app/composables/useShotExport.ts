import { CancelledError } from '#core/errors';
import { shotStem } from '#kinds/shot/numberedFrames';
import { shotWorker } from '#workers/client';
import type { ShotFormat } from '#workers/client';
import { ref, shallowRef } from 'vue';
import { saveBlob } from '../storage/saveBlob';
import { useNotices } from '../stores/notices';
import { useShot } from '../stores/shot';
import type { useShotWork } from './useShotWork';
import { useWorkers } from './useWorkers';

/** What is written of a shot. */
interface ShotAsked {
  readonly format: ShotFormat;
  readonly masks: boolean;
  /** frames a second, where the shot came as images */
  readonly rate?: number;
  /** frames, from 0 */
  readonly reach: { readonly from: number; readonly to: number };
}

/** Writes a shot as a clip or as numbered frames; it can be held and gone on with. */
export function useShotExport(work: Pick<ReturnType<typeof useShotWork>, 'openIn' | 'sidesAt'>) {
  const shot = useShot();
  const notices = useNotices();
  const workers = useWorkers();
  const { file: clipName } = shot.place!;
  /** 0..1 while it is written */
  const progress = ref<number>();
  const held = ref(false);
  const worker = shallowRef<ReturnType<typeof shotWorker>>();
  let goOn: (() => void) | undefined;

  /** @returns whether it was written */
  async function write(asked: ShotAsked): Promise<boolean> {
    const port = shotWorker();
    worker.value = port;
    progress.value = 0;
    try {
      const { rate, ...written } = asked;
      await work.openIn(port, rate);
      await port.call('write', written);
      const files = await addFrames(port, asked);
      const clip = await port.call('end', undefined);
      await save(clip, files, asked);
      return true;
    } catch (error) {
      if (error instanceof CancelledError) notices.say('Export stopped; nothing was written.');
      else notices.problem(error);
      return false;
    } finally {
      port.dispose();
      worker.value = undefined;
      progress.value = undefined;
      held.value = false;
    }
  }

  async function addFrames(port: ReturnType<typeof shotWorker>, { reach }: ShotAsked) {
    const files = new Map<string, Blob>();
    for (let n = reach.from; n <= reach.to; n++) {
      if (held.value) await new Promise<void>((resolve) => (goOn = resolve));
      const made = await port.call('add', { n, sides: await work.sidesAt(n) });
      for (const [name, file] of made) files.set(name, file);
      progress.value = (n - reach.from + 1) / (reach.to - reach.from + 1);
    }
    return files;
  }

  async function save(
    clip: Blob | undefined,
    files: ReadonlyMap<string, Blob>,
    { format, reach }: ShotAsked,
  ): Promise<void> {
    const stem = `${shotStem(clipName)}-even`;
    if (clip) saveBlob(clip, `${stem}.${format}`);
    if (files.size > 0) saveBlob(await workers.files.zip(files), clip ? `${stem}-masks.zip` : `${stem}.zip`);
    const count = reach.to - reach.from + 1;
    notices.say(`Exported ${count} frames as ${stem}.${clip ? format : 'zip'}.`);
  }

  function hold(): void {
    held.value = !held.value;
    if (!held.value) goOn?.();
  }

  function stop(): void {
    worker.value?.dispose();
    goOn?.();
  }

  return { write, progress, held, hold, stop };
}
