import { defineStore } from 'pinia';
import { ref } from 'vue';

/** Ways in which an area’s extent is shown. */
export const OVERLAYS = ['none', 'hatch', 'outline', 'grey', 'dimmed', 'ground'] as const;
export type Overlay = (typeof OVERLAYS)[number];

/** How the picture is looked at; none of it belongs to the document. */
export const useSeeing = defineStore('seeing', () => {
  const overlay = ref<Overlay>('hatch');
  /** degrees, of the hatch and the outline: blue-green is on no sitter's skin, lips or hair */
  const hatchHue = ref(190);
  /** of the plain ground, #rrggbb */
  const groundColour = ref('#777777');
  /** clipped pixels are shown in the colours of their channels */
  const showsClipping = ref(false);
  /** share of the view's width that shows the photo as it was; undefined while it is not divided */
  const split = ref<number>();
  const holdingBefore = ref(false);

  function toggle(which: Overlay): void {
    overlay.value = overlay.value === which ? 'none' : which;
  }

  function toggleSplit(): void {
    split.value = split.value === undefined ? 0.5 : undefined;
  }

  return { overlay, hatchHue, groundColour, showsClipping, split, holdingBefore, toggle, toggleSplit };
});
