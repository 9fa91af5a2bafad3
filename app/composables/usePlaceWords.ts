import { watchThrottled } from '@vueuse/core';
import { colourNumbers } from '#core/measure/colourNumbers';
import type { Triple } from '#core/colour/triple';
import type { Photo } from '#core/document/schema';
import { shallowRef } from 'vue';
import { useView } from '../stores/view';
import type { Point } from '../stores/view';
import { useWorkers } from './useWorkers';

const EVERY_MS = 60;

/** The numbers of a place: as it is seen, and as it was where that differs. */
export interface PlaceWords {
  readonly hsv: string;
  readonly rgb: string;
  readonly lab: string;
}

/** What is under the pointer in numbers, of one pixel of the screen or of the photo, whichever is larger. */
export function usePlaceWords(photo: () => Photo | undefined, at: () => Point | undefined) {
  const workers = useWorkers();
  const view = useView();
  const words = shallowRef<PlaceWords>();
  watchThrottled(
    () => [photo(), at()] as const,
    async ([open, point]) => {
      if (!open || !point) return void (words.value = undefined);
      const size = Math.max(1, Math.round(1 / (view.zoom * view.devicePixels)));
      const patch = { ...view.viewToImage(point), size };
      const found = await workers.analyst.patch(open, patch).catch(() => undefined);
      words.value = found && wordsOf(found.now, found.result);
    },
    { throttle: EVERY_MS, trailing: true, immediate: true },
  );
  return words;
}

function wordsOf(now: Triple, result: Triple): PlaceWords {
  const [before, after] = [written(now), written(result)];
  const both = (name: keyof PlaceWords) =>
    before[name] === after[name] ? after[name] : `${before[name]} → ${after[name]}`;
  return { hsv: both('hsv'), rgb: both('rgb'), lab: both('lab') };
}

function written(linear: Triple): PlaceWords {
  const { hsv, rgb8, cielabD50 } = colourNumbers(linear);
  const hue = hsv.hue === null ? 'grey' : `${hsv.hue.toFixed(0)}°`;
  return {
    hsv: `${hue} ${(100 * hsv.saturation).toFixed(0)} % ${(100 * hsv.value).toFixed(0)} %`,
    rgb: rgb8.join(' '),
    lab: cielabD50.map((value) => value.toFixed(0)).join(' '),
  };
}
