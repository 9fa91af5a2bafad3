import { filesOf } from '#core/document/filesOf';
import { copyName } from '#core/document/names';
import { database } from '../storage/database';
import { storeHeldPhotos } from '../storage/photoStorage';
import { storePlates } from '../storage/plateStorage';
import { saveBlob } from '../storage/saveBlob';
import { setAsideOf } from '../storage/sittingStorage';
import { useNotices } from '../stores/notices';
import { useSitting } from '../stores/sitting';
import { usePlates } from './usePlates';

/** What can be done where the browser lost the open sitting, or somebody changed it elsewhere. */
export function useStoring() {
  const sitting = useSitting();
  const notices = useNotices();
  const { collectPlates } = usePlates();

  /**
   * Stores the open sitting, its history, its plates and its photos again, as far as this page holds them.
   */
  async function storeAnew(): Promise<void> {
    const document = sitting.document;
    if (!document) return;
    try {
      await storePlates(await collectPlates(document));
      const lost = await storeHeldPhotos(filesOf(document));
      await sitting.storeAnew();
      if (sitting.saveProblem) return;
      const rest =
        lost.length === 0
          ? ''
          : ` The files of ${lost.map((name) => `“${name}”`).join(', ')} are not here any more: open these photos again.`;
      if (rest) notices.problem(`The sitting is stored again.${rest}`);
      else notices.say('The sitting is stored again, with its photos.');
    } catch (error) {
      notices.problem(error);
    }
  }

  /** Goes on in a sitting of its own, where the stored one was changed or deleted elsewhere. */
  async function keepAsCopy(): Promise<void> {
    const id = crypto.randomUUID();
    await sitting.becomeCopy(id, copyName(sitting.document?.name ?? ''));
    if (!sitting.saveProblem) await navigateTo(`/sitting/${id}`, { replace: true });
  }

  /** What was taken out of the open sitting, as it was, as a file. */
  async function saveSetAside(): Promise<void> {
    const id = sitting.document?.id;
    if (id === undefined) return;
    const rows = await setAsideOf(database(), id);
    saveBlob(new Blob([JSON.stringify(rows, null, 2)], { type: 'application/json' }), 'set-aside.json');
  }

  return { storeAnew, keepAsCopy, saveSetAside };
}
