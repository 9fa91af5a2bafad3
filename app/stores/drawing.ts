import { clamp } from '#core/math/clamp';
import { defineStore } from 'pinia';
import type { Part } from '#core/document/schema';
import { RADIUS } from '#core/offer/drawing';
import type { DrawSettingFacts } from '#core/offer/drawing';
import { DRAWN_KINDS, drawnKind } from '../tools/drawnKinds';
import { computed, ref } from 'vue';

/** Radius steps of the size keys. */
const SIZE_STEP = 1.2;

/** What marks are drawn with, and which mark is in hand; none of it belongs to the document. */
export const useDrawing = defineStore('drawing', () => {
  /** the kind of mark in hand; undefined while none is */
  const kindId = ref<string>();
  /** the mark that is changed on the picture */
  const markId = ref<string>();
  /** the piece of a mark of several presses that is being drawn */
  const piece = ref<{ readonly markId: string; readonly place: number }>();
  const takes = ref(true);
  /** numbers of the settings that were changed, by name */
  const changed = ref<Readonly<Record<string, number>>>({});

  const kind = computed(() => drawnKind(kindId.value));
  /** every setting of the kind in hand */
  const settings = computed<Readonly<Record<string, number>>>(() =>
    Object.fromEntries(kind.value?.drawing.settings?.map((entry) => [entry.name, valueOf(entry)]) ?? []),
  );

  function valueOf({ name, start }: DrawSettingFacts): number {
    return changed.value[name] ?? start;
  }

  function set({ name, min, max }: DrawSettingFacts, value: number): void {
    changed.value = { ...changed.value, [name]: clamp(value, min, max) };
  }

  /** @param steps above 0 larger, below smaller */
  function resize(steps: number): void {
    set(RADIUS, valueOf(RADIUS) * SIZE_STEP ** steps);
  }

  /** Takes a kind of mark in hand; @param id of a mark that is to be changed */
  function take(kindToDraw: string, id?: string): void {
    kindId.value = kindToDraw;
    takes.value = true;
    markId.value = id;
    piece.value = undefined;
  }

  function putAway(): void {
    kindId.value = undefined;
  }

  /** The kind of mark with which an area of a part is begun. */
  function kindFor(part: Part): string {
    const aptness = (id: string) => drawnKind(id)!.drawing.aptFor?.[part] ?? 0;
    return DRAWN_KINDS.map(({ id }) => id).sort((p, q) => aptness(q) - aptness(p))[0]!;
  }

  return {
    kindId,
    kind,
    markId,
    piece,
    takes,
    settings,
    valueOf,
    set,
    resize,
    take,
    putAway,
    kindFor,
  };
});
