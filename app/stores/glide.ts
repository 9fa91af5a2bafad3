import type { Ref } from 'vue';
import { smoothstep } from '#core/math/smoothstep';

/** How the photo lies in its place. */
export interface Placed {
  readonly zoom: number;
  readonly left: number;
  readonly top: number;
  readonly fitted: boolean;
}

/** How long a glide takes, milliseconds. */
const GLIDE_MS = 260;

/** Moves the photo smoothly to another place, and back to where it was. @param settle is called at the end */
export function makeGlide(
  { zoom, left, top, fitted }: { readonly [Name in keyof Placed]: Ref<Placed[Name]> },
  settle: () => void,
) {
  let before: Placed | undefined;
  let frame = 0;

  function glide(to: Placed): void {
    cancelAnimationFrame(frame);
    const from = { left: left.value, top: top.value, zoom: zoom.value };
    const began = performance.now();
    const lasts = window.matchMedia('(prefers-reduced-motion: reduce)').matches ? 0 : GLIDE_MS;
    const step = () => {
      const t = lasts === 0 ? 1 : Math.min(1, (performance.now() - began) / lasts);
      const share = smoothstep(t);
      // Zoom goes by the same factor each moment; the place that both views share stays on a straight way.
      zoom.value = from.zoom * (to.zoom / from.zoom) ** share;
      const way = from.zoom === to.zoom ? share : (zoom.value - from.zoom) / (to.zoom - from.zoom);
      left.value = from.left + way * (to.left - from.left);
      top.value = from.top + way * (to.top - from.top);
      fitted.value = t === 1 && to.fitted;
      if (t === 1) settle();
      else frame = requestAnimationFrame(step);
    };
    step();
  }

  return {
    /** remembers where the photo was, unless it glided there already */
    to(place: Placed): void {
      before ??= { left: left.value, top: top.value, zoom: zoom.value, fitted: fitted.value };
      glide(place);
    },
    back(): void {
      if (before) glide(before);
      before = undefined;
    },
    /** any hand on the picture ends it; there is no way back then */
    stop(): void {
      cancelAnimationFrame(frame);
      before = undefined;
    },
  };
}
