import { onScopeDispose, shallowRef } from 'vue';
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
  /** what was measured last */
  let surveyed = '';
  let timer: ReturnType<typeof setTimeout> | undefined;

  /** @param key equal keys, equal numbers */
  function surveySoon(photo: Photo, areaId: string | undefined, key: string): void {
    clearTimeout(timer);
    if (key === surveyed) return;
    timer = setTimeout(async () => {
      const asked = wishes();
      try {
        survey.value = await workers.analyst.survey(photo, areaId, () => asked === wishes());
        surveyed = key;
      } catch (error) {
        notices.problem(error);
      }
    }, SURVEY_AFTER_MS);
  }

  onScopeDispose(() => clearTimeout(timer));
  return { survey, surveySoon, forget: () => void (surveyed = '') };
}
