import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import type { Triple } from '#core/colour/triple';
import type { Rung } from '#core/document/schema';

export const MARK_TOOLS = ['edge-stroke', 'brush', 'lasso', 'ellipse', 'colour-reach', 'light-reach', 'straight-fade', 'round-fade'] as const;
export type MarkTool = (typeof MARK_TOOLS)[number];
/** What a press on the picture does. */
export type Tool = 'look' | 'reading' | 'pick' | MarkTool;

export const OVERLAYS = ['none', 'hatch', 'outline', 'grey', 'dimmed', 'ground'] as const;
export type Overlay = (typeof OVERLAYS)[number];

/** What is chosen and shown on the bench; none of it belongs to the document. */
export const useBench = defineStore('bench', () => {
  const photoId = ref<string>();
  const areaId = ref<string>();
  /** the sitter whose face map is open */
  const sitterId = ref<string>();
  /** an area that is pointed at, here or on the face map */
  const pointedId = ref<string>();
  const tool = ref<Tool>('look');
  const takes = ref(true);
  /** radius of stroke and brush in pixels of the photo */
  const radius = ref(12);
  /** of strokes, 0..1 */
  const tolerance = ref(0.5);
  /** of the brush, 0..1 */
  const fade = ref(0.5);
  const readingSize = ref(31);
  const nextRung = ref<Rung>('light');
  const overlay = ref<Overlay>('hatch');
  /** degrees, of the hatch and the outline: blue-green is on no sitter's skin, lips or hair */
  const hatchHue = ref(190);
  /** of the plain ground, #rrggbb */
  const groundColour = ref('#777777');
  const split = ref<number>();
  const holdingBefore = ref(false);
  /** side of the patch from which a colour is picked, pixels of the photo */
  const pickSize = ref(11);
  /** the step for which a colour is picked from the picture, and the colour picked last, linear sRGB */
  const pickingFor = ref<string>();
  const picked = shallowRef<{ readonly stepId: string; readonly now: Triple; readonly result: Triple }>();
  /** the recolour step whose versions are compared */
  const comparing = ref<string>();
  /** a photo without areas is searched for people when it is opened */
  const findsOnOpen = useLocalStorage('even-blush-finds-on-open', false);
  const exporting = ref(false);
  const showingKeys = ref(false);

  const editing = computed(() => tool.value !== 'look' && tool.value !== 'reading' && tool.value !== 'pick');

  /** Chooses an area, or none; marks are put away. */
  function choose(id: string | undefined): void {
    if (areaId.value !== id) tool.value = 'look';
    areaId.value = id;
  }

  function pickFor(stepId: string): void {
    pickingFor.value = stepId;
    tool.value = 'pick';
  }

  function edit(mark: MarkTool): void {
    tool.value = mark;
    takes.value = true;
    if (overlay.value === 'none') overlay.value = 'hatch';
  }

  function choosePhoto(id: string | undefined): void {
    photoId.value = id;
    areaId.value = undefined;
    sitterId.value = undefined;
    pointedId.value = undefined;
    tool.value = 'look';
  }

  return {
    photoId, areaId, sitterId, pointedId, tool, takes, radius, tolerance, fade, readingSize, nextRung, overlay, hatchHue, groundColour, split, holdingBefore,
    findsOnOpen, pickSize, pickingFor, picked, comparing, exporting, showingKeys, editing, choose, edit, pickFor, choosePhoto,
  };
});
