import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import type { Triple } from '#core/colour/triple';
import type { Rung } from '#core/document/schema';
import type { PartColours } from '#core/measure/partColours';

export const MARK_TOOLS = [
  'edge-stroke',
  'brush',
  'strand-sweep',
  'lasso',
  'outline',
  'ellipse',
  'colour-reach',
  'light-reach',
  'straight-fade',
  'round-fade',
] as const;
export type MarkTool = (typeof MARK_TOOLS)[number];
/** What a press on the picture does. */
export type Tool = 'look' | 'reading' | 'pick' | 'pull' | MarkTool;

/** What a drag over the picture changes. */
export const PULLS = ['hue', 'saturation', 'lightness'] as const;
export type Pull = (typeof PULLS)[number];

/** A drag over the picture for a step: the colour where it began, and how far up it has gone. */
export interface PictureDrag {
  readonly stepId: string;
  /** of the place as it is before all steps and as the plan left it when the drag began, linear sRGB */
  readonly now: Triple;
  readonly result: Triple;
  readonly quantity: Pull;
  /** CSS pixels; upward is positive */
  readonly up: number;
  /** a new one with every drag */
  readonly turn: number;
}

/** What another photo or part lends to a step: the colours of a part, or of a place. */
export interface Borrowed {
  readonly stepId: string;
  readonly name: string;
  readonly part?: PartColours;
  readonly place?: Triple;
}

export const OVERLAYS = ['none', 'hatch', 'outline', 'grey', 'dimmed', 'ground'] as const;
export type Overlay = (typeof OVERLAYS)[number];

/** What is chosen and shown on the bench; none of it belongs to the document. */
export const useBench = defineStore('bench', () => {
  const photoId = ref<string>();
  /** rises when the file of a photo that was lost is stored again */
  const reopened = ref(0);
  const areaId = ref<string>();
  /** the sitter whose face map is open */
  const sitterId = ref<string>();
  /** an area that is pointed at, here or on the face map */
  const pointedId = ref<string>();
  const tool = ref<Tool>('look');
  /** the mark that is changed on the picture */
  const markId = ref<string>();
  /** the piece of an outline whose nodes are being placed */
  const piece = ref<{ readonly markId: string; readonly place: number }>();
  const takes = ref(true);
  /** radius of stroke and brush in pixels of the photo */
  const radius = ref(12);
  /** of strokes, 0..1 */
  const tolerance = ref(0.5);
  /** of the brush, 0..1 */
  const fade = ref(0.5);
  /** share that one stroke of the brush covers, 0..1 */
  const build = ref(1);
  const readingSize = ref(31);
  const nextRung = ref<Rung>('light');
  const overlay = ref<Overlay>('hatch');
  /** degrees, of the hatch and the outline: blue-green is on no sitter's skin, lips or hair */
  const hatchHue = ref(190);
  /** of the plain ground, #rrggbb */
  const groundColour = ref('#777777');
  /** clipped pixels are shown in the colours of their channels */
  const showsClipping = ref(false);
  const split = ref<number>();
  const holdingBefore = ref(false);
  /** side of the patch from which a colour is picked, pixels of the photo */
  const pickSize = ref(11);
  /** the step for which a colour is picked from the picture, and the colour picked last, linear sRGB */
  const pickingFor = ref<string>();
  const picked = shallowRef<{ readonly stepId: string; readonly now: Triple; readonly result: Triple }>();
  /** the step that is changed by dragging over the picture, what the drag changes, and the drag */
  const pullingFor = ref<string>();
  const pullsAt = ref<Pull>('hue');
  const dragged = shallowRef<PictureDrag>();
  /** the step for which colours are taken from another photo or part, whether a place may be pressed; and what was taken */
  const borrowing = shallowRef<{ readonly stepId: string; readonly places: boolean }>();
  const borrowed = shallowRef<Borrowed>();
  /** the recolour step whose versions are compared */
  const comparing = ref<string>();
  /** a photo without areas is searched for people when it is opened */
  const findsOnOpen = useLocalStorage('even-blush-finds-on-open', false);
  const exporting = ref(false);
  const showingKeys = ref(false);

  const editing = computed(() => (MARK_TOOLS as readonly Tool[]).includes(tool.value));

  /** Chooses an area, or none; marks are put away. */
  function choose(id: string | undefined): void {
    if (areaId.value !== id) tool.value = 'look';
    areaId.value = id;
  }

  function pickFor(stepId: string): void {
    pickingFor.value = stepId;
    tool.value = 'pick';
  }

  function pullFor(stepId: string): void {
    pullingFor.value = stepId;
    tool.value = 'pull';
  }

  /** Takes a mark's tool in hand; @param id of a mark that is to be changed */
  function edit(mark: MarkTool, id?: string): void {
    tool.value = mark;
    takes.value = true;
    markId.value = id;
    piece.value = undefined;
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
    photoId,
    reopened,
    areaId,
    sitterId,
    pointedId,
    tool,
    markId,
    piece,
    takes,
    radius,
    tolerance,
    fade,
    build,
    readingSize,
    nextRung,
    overlay,
    hatchHue,
    groundColour,
    split,
    holdingBefore,
    findsOnOpen,
    pickSize,
    pickingFor,
    picked,
    pullingFor,
    pullsAt,
    dragged,
    borrowing,
    borrowed,
    showsClipping,
    comparing,
    exporting,
    showingKeys,
    editing,
    choose,
    edit,
    pickFor,
    pullFor,
    choosePhoto,
  };
});
