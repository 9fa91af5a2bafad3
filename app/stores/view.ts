import { defineStore } from 'pinia';
import { useLocalStorage } from '@vueuse/core';

export const SURROUNDS = { dark: '#303030', middle: '#777777', light: '#cfcfcf' } as const;
export type Surround = keyof typeof SURROUNDS;

const CLOSEST = 32, FIT_MARGIN = 20;

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** How the photo lies in the picture's place. View points are CSS pixels from its upper left corner. */
export const useView = defineStore('view', () => {
  const surround = useLocalStorage<Surround>('even-blush-surround', 'middle');
  const width = ref(0), height = ref(0), devicePixels = ref(1);
  const photo = shallowRef({ width: 1, height: 1 });
  /** CSS pixels per pixel of the photo */
  const zoom = ref(1);
  /** the view point of the photo's upper left corner */
  const left = ref(0), top = ref(0);
  const fitted = ref(true);

  const fitZoom = computed(() => Math.min((width.value - 2 * FIT_MARGIN) / photo.value.width, (height.value - 2 * FIT_MARGIN) / photo.value.height));
  /** one pixel of the photo on one pixel of the screen */
  const fullZoom = computed(() => 1 / devicePixels.value);
  const percent = computed(() => Math.round(100 * zoom.value * devicePixels.value));

  function settle(): void {
    const across = photo.value.width * zoom.value, down = photo.value.height * zoom.value;
    left.value = keep(left.value, across, width.value);
    top.value = keep(top.value, down, height.value);
  }

  /** Small photos stay in the middle; large ones cannot be pushed further than half out of sight. */
  function keep(place: number, size: number, room: number): number {
    if (size <= room) return (room - size) / 2;
    return Math.min(room / 2, Math.max(room / 2 - size, place));
  }

  function fit(): void {
    zoom.value = Math.max(1e-3, Math.min(fitZoom.value, CLOSEST));
    fitted.value = true;
    settle();
  }

  /** @param about the view point that stays where it is */
  function zoomTo(next: number, about: Point = { x: width.value / 2, y: height.value / 2 }): void {
    const least = Math.min(fitZoom.value, fullZoom.value) / 4;
    const target = Math.min(CLOSEST, Math.max(least, next)), share = target / zoom.value;
    left.value = about.x - (about.x - left.value) * share;
    top.value = about.y - (about.y - top.value) * share;
    zoom.value = target;
    fitted.value = false;
    settle();
  }

  function pan(across: number, down: number): void {
    left.value += across;
    top.value += down;
    fitted.value = false;
    settle();
  }

  function resize(size: { width: number; height: number }): void {
    width.value = size.width;
    height.value = size.height;
    devicePixels.value = window.devicePixelRatio || 1;
    if (fitted.value) fit();
    else settle();
  }

  function show(size: { width: number; height: number }): void {
    photo.value = size;
    fit();
  }

  const viewToImage = ({ x, y }: Point): Point => ({ x: (x - left.value) / zoom.value, y: (y - top.value) / zoom.value });
  const imageToView = ({ x, y }: Point): Point => ({ x: left.value + x * zoom.value, y: top.value + y * zoom.value });

  return { surround, width, height, devicePixels, photo, zoom, left, top, fitted, fullZoom, percent, fit, zoomTo, pan, resize, show, viewToImage, imageToView };
});
