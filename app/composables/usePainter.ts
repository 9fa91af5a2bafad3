import { Painter } from '#workers/client';
import type { BeforeShown, Layer } from '#workers/client';
import { onScopeDispose, ref, watch } from 'vue';
import type { Ref } from 'vue';
import { useSeeing } from '../stores/seeing';
import { useView } from '../stores/view';
import type { Frame } from './useFrames';

/** What is drawn, the newest of a layer in its place, and what brings all of it again. */
export interface Painted {
  readonly layers: readonly (readonly [Layer, Readonly<Ref<Frame | undefined>>])[];
  readonly restart: () => void;
}

/**
 * Draws the picture's canvas anew: at once when a layer comes, at the next frame when the view or the way of comparing
 * changes.
 * @param room of the stage, CSS pixels
 * @returns how many canvases there were: a canvas goes with its painter, and a new one takes its place
 */
export function usePainter(
  canvas: Readonly<Ref<HTMLCanvasElement | null>>,
  room: Readonly<Ref<{ readonly width: number; readonly height: number }>>,
  { layers, restart }: Painted,
) {
  const view = useView();
  const seeing = useSeeing();
  const canvases = ref(0);
  let painter: Painter | undefined;
  let asked = 0;

  watch(
    canvas,
    (surface) => {
      if (!surface) return;
      painter?.dispose();
      painter = new Painter(surface, () => canvases.value++);
      restart();
    },
    { flush: 'post' },
  );
  onScopeDispose(() => painter?.dispose());
  for (const [layer, frame] of layers) {
    watch(frame, (next) => {
      painter?.layer(layer, next?.pieces);
      // What was waited for is drawn before the page patches itself, not with its next frame.
      if (next) draw();
      else drawSoon();
    });
  }
  watch(
    () => [
      view.left,
      view.top,
      view.zoom,
      view.degrees,
      view.width,
      view.height,
      view.devicePixels,
      room.value.width,
      seeing.split,
      seeing.splitDegrees,
      seeing.beside,
      seeing.holdingBefore,
    ],
    drawSoon,
  );

  function drawSoon(): void {
    asked ||= requestAnimationFrame(draw);
  }

  function draw(): void {
    cancelAnimationFrame(asked);
    asked = 0;
    const width = Math.max(1, Math.round(room.value.width * view.devicePixels));
    const height = Math.max(1, Math.round(view.height * view.devicePixels));
    const { left, top, zoom, devicePixels, radians } = view;
    void painter
      ?.draw({ width, height }, { left, top, zoom, devicePixels, radians }, beforeShown())
      .catch(() => undefined);
  }

  function beforeShown(): BeforeShown {
    if (seeing.holdingBefore) return { how: 'everywhere' };
    if (seeing.beside) return { how: 'beside' };
    return seeing.split === undefined
      ? { how: 'nowhere' }
      : { how: 'line', at: seeing.split, radians: (seeing.splitDegrees * Math.PI) / 180 };
  }

  return { canvases };
}
