import { onScopeDispose, ref, shallowRef } from 'vue';
import { CancelledError } from '#core/errors';
import type { Photo } from '#core/document/schema';
import type { Survey } from '#workers/client';
import { useNotices } from '../stores/notices';
import { useWorkers } from './useWorkers';

const SURVEY_AFTER_MS = 120;

/**
 * The numbers of a photo, measured once it is at rest.
 * @param wishes how often something was wished for so far
 */
export function useSurvey(wishes: () => number) {
  const workers = useWorkers();
  const notices = useNotices();
  const survey = shallowRef<Survey>();
  /** the numbers are those of before: new ones are being measured */
  const measuring = ref(false);
  /** what was measured last */
  let surveyed = '';
  let timer: ReturnType<typeof setTimeout> | undefined;

  /** @param key equal keys, equal numbers */
  function surveySoon(photo: Photo, areaId: string | undefined, key: string): void {
    clearTimeout(timer);
    measuring.value = key !== surveyed;
    if (!measuring.value) return;
    timer = setTimeout(async () => {
      const asked = wishes();
      try {
        survey.value = await workers.analyst.survey(photo, areaId, () => asked === wishes());
        surveyed = key;
        measuring.value = false;
      } catch (error) {
        // What was given up is asked for again by what came after it.
        if (!(error instanceof CancelledError)) measuring.value = false;
        notices.problem(error);
      }
    }, SURVEY_AFTER_MS);
  }

  onScopeDispose(() => clearTimeout(timer));
  return { survey, measuring, surveySoon, forget: () => void (surveyed = '') };
}
