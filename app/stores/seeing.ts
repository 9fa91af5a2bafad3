import { defineStore } from 'pinia';
import type { JsonObject } from '#core/document/kinds';
import type { Photo } from '#core/document/schema';
import { convertHsvToSrgbEncoded } from '#core/colour/hsv';
import type { Triple } from '#core/colour/triple';
import { computed, ref, shallowRef } from 'vue';

/** Ways in which an area’s extent is shown. */
export const OVERLAYS = ['none', 'hatch', 'outline', 'grey', 'dimmed', 'ground'] as const;
export type Overlay = (typeof OVERLAYS)[number];

/** How the picture is looked at; none of it belongs to the document. */
export const useSeeing = defineStore('seeing', () => {
  const overlay = ref<Overlay>('hatch');
  /** degrees, of the hatch and the outline: blue-green is on no sitter's skin, lips or hair */
  const hatchHue = ref(190);
  /** of lines over the picture, 0..255: deep, so that they stand out from skin */
  const lineColour = computed<Triple>(() => {
    const [red, green, blue] = convertHsvToSrgbEncoded({
      hueDegrees: hatchHue.value,
      saturation: 1,
      value: 0.44,
    });
    return [Math.round(255 * red), Math.round(255 * green), Math.round(255 * blue)];
  });
  /** of the plain ground, #rrggbb */
  const groundColour = ref('#777777');
  /** in place of the picture: clipped pixels in the colours of their channels, or by how much it is changed */
  const map = ref<'clipping' | 'change'>();
  /** where the line between before and after crosses half the height, share of the width; undefined without one */
  const split = ref<number>();
  /** how far that line is turned from upright, degrees, clockwise */
  const splitDegrees = ref(0);
  /** before stands beside after, both moved as one */
  const beside = ref(false);
  /** before is what this step leaves; undefined for the photo as it was */
  const beforeStepId = ref<string>();
  /** of the plan, the one step that is shown; undefined for all */
  const soloStepId = ref<string>();
  /** what a step would be set to, while a hand is over it */
  const trial = shallowRef<{ readonly stepId: string; readonly parameters: JsonObject }>();
  const holdingBefore = ref(false);
  /** a cross at the pointer with the numbers of the place */
  const crosshair = ref(false);
  /** the place under the pointer is enlarged */
  const loupe = ref(false);

  function toggle(which: Overlay): void {
    overlay.value = overlay.value === which ? 'none' : which;
  }

  function toggleMap(which: 'clipping' | 'change'): void {
    map.value = map.value === which ? undefined : which;
  }

  function toggleSplit(): void {
    split.value = split.value === undefined ? 0.5 : undefined;
    splitDegrees.value = 0;
    beside.value = false;
  }

  function toggleBeside(): void {
    beside.value = !beside.value;
    split.value = undefined;
  }

  /** The step that is shown alone; undefined once it is gone from the plan. */
  const soloOf = ({ plan }: Pick<Photo, 'plan'>) =>
    plan.some(({ id }) => id === soloStepId.value) ? soloStepId.value : undefined;

  /** The photo as it is looked at: with one step alone, and with what is tried. */
  function seen(photo: Photo): Photo {
    const tried = trial.value;
    const only = soloOf(photo);
    if (only === undefined && tried === undefined) return photo;
    const plan = photo.plan
      .filter(({ id }) => only === undefined || id === only)
      .map((step) => (step.id === tried?.stepId ? { ...step, parameters: tried.parameters } : step));
    return { ...photo, plan };
  }

  return {
    overlay,
    hatchHue,
    lineColour,
    groundColour,
    map,
    split,
    splitDegrees,
    beside,
    beforeStepId,
    soloStepId,
    trial,
    holdingBefore,
    crosshair,
    loupe,
    soloOf,
    seen,
    toggle,
    toggleMap,
    toggleSplit,
    toggleBeside,
  };
});
