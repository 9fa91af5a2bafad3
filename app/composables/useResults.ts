import { hsvHueOfSrgbLinear } from '#core/colour/hueSolve';
import { workKey } from '#core/document/photoState';
import type { Photo } from '#core/document/schema';
import type { Survey } from '#workers/client';
import { watch } from 'vue';
import type { Ref } from 'vue';
import { THUMB_LONG_SIDE } from '../storage/thumbs';
import { useNotices } from '../stores/notices';
import { useProgress } from '../stores/progress';
import { useWorkers } from './useWorkers';

/** Keeps what became of the photo in use in small, and the hue of each skin, once it was measured. */
export function useResults(
  photo: Readonly<Ref<Photo | undefined>>,
  survey: Readonly<Ref<Survey | undefined>>,
) {
  const workers = useWorkers();
  const notices = useNotices();
  const progress = useProgress();

  async function keep(open: Photo, measured: Survey): Promise<void> {
    const skins = skinsOf(open, measured);
    const known = progress.rows.get(open.id)?.skins;
    if (JSON.stringify(skins) !== JSON.stringify(known)) await progress.note(open.id, { skins });
    const key = workKey(open);
    if (progress.rows.get(open.id)?.pictureAs === key) return;
    const picture = await workers.analyst.result(open, THUMB_LONG_SIDE);
    if (photo.value !== open) return;
    await progress.note(open.id, { picture, pictureAs: key });
  }

  watch(survey, (measured) => {
    const open = photo.value;
    if (!open || !measured || open.plan.length + open.areas.length === 0) return;
    // One step alone, a colour that is tried, or the work before the last change is not what became of it.
    if (measured.photo.id !== open.id || workKey(measured.photo) !== workKey(open)) return;
    keep(open, measured).catch((error) => {
      notices.problem(error);
    });
  });
}

function skinsOf(photo: Photo, survey: Survey) {
  return photo.areas.flatMap(({ id, part, sitter }) => {
    const mean = survey.areas[id]?.after;
    if (part !== 'skin' || !mean) return [];
    return [{ sitter, hue: hsvHueOfSrgbLinear(mean) ?? null }];
  });
}
