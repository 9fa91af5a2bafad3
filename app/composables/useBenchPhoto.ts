import { changeArea } from '#core/document/commands';
import type { Area, Photo } from '#core/document/schema';
import { computed } from 'vue';
import { useBench } from '../stores/bench';
import { useSitting } from '../stores/sitting';

/** The photo and the area that are chosen on the bench, and their changes. */
export function useBenchPhoto() {
  const sitting = useSitting();
  const bench = useBench();

  const photo = computed<Photo | undefined>(() =>
    sitting.document?.photos.find(({ id }) => id === bench.photoId),
  );
  const area = computed<Area | undefined>(() => photo.value?.areas.find(({ id }) => id === bench.areaId));

  /** @param label names the change, for undo */
  function edit(label: string, change: (photo: Photo) => Photo): void {
    if (photo.value) sitting.changeOpenPhoto(label, photo.value.id, change);
  }

  function changeOpenArea(label: string, change: (area: Area) => Area): void {
    const id = area.value?.id;
    if (id) edit(label, (before) => changeArea(before, id, change));
  }

  return { photo, area, edit, changeOpenArea };
}
