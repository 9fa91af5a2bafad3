import type { Mark } from '#core/document/schema';
import { putMark } from '#core/document/commands';
import { KINDS } from '#kinds/registry.gen';
import { computed } from 'vue';
import { useBenchPhoto } from './useBenchPhoto';
import { useBench } from '../stores/bench';
import { useDrawing } from '../stores/drawing';

/** The mark of the open area that is changed on the picture. */
export function useOpenMark() {
  const bench = useBench();
  const drawing = useDrawing();
  const { area, edit } = useBenchPhoto();
  const mark = computed<Mark | undefined>(() =>
    bench.editing ? area.value?.marks.find(({ id }) => id === drawing.markId) : undefined,
  );
  const kind = computed(() => mark.value && KINDS.marks.get(mark.value.kind));

  function change(label: string, parameters: Mark['parameters']): void {
    const open = mark.value;
    const areaId = area.value?.id;
    if (open && areaId && parameters !== open.parameters)
      edit(label, (photo) => putMark(photo, areaId, { ...open, parameters }));
  }

  return { mark, kind, change };
}
