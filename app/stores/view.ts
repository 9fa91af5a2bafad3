import { clamp } from '#core/math/clamp';
import { defineStore } from 'pinia';
import { makeGlide } from './glide';
import { useLocalStorage } from '@vueuse/core';
import { computed, ref, shallowRef } from 'vue';

/** Greys about the photo, #rrggbb. */
export const SURROUNDS = { dark: '#303030', middle: '#777777', light: '#cfcfcf' } as const;
/** One of them. */
export type Surround = keyof typeof SURROUNDS;

/** CSS pixels per pixel of the photo */
const LEAST_ZOOM = 1e-3;
const CLOSEST = 32;
const TURN_DEGREES = 15;
const FIT_MARGIN = 20;
/** Share of the view that stays free on each side of a part that the picture glides to, */
const GLIDE_MARGIN = 0.14;

/** A place: pixels of the photo, or CSS pixels of the view. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** How the photo lies in the picture's place. View points are CSS pixels from its upper left corner. */
export const useView = defineStore('view', () => {
  const surround = useLocalStorage<Surround>('even-blush-surround', 'middle');
  const width = ref(0);
  const height = ref(0);
  const devicePixels = ref(1);
  const photo = shallowRef({ width: 1, height: 1 });
  /** CSS pixels per pixel of the photo */
  const zoom = ref(1);
  /** the view point of the photo's upper left corner */
  const left = ref(0);
  const top = ref(0);
  const fitted = ref(true);
  /** how far the picture is turned about the middle of the view, degrees clockwise, as paper under a pen */
  const degrees = ref(0);
  const radians = computed(() => (degrees.value * Math.PI) / 180);

  /** A view point as it were if nothing was turned; or back. */
  function turned({ x, y }: Point, by: number): Point {
    if (by === 0) return { x, y };
    const [across, down] = [x - width.value / 2, y - height.value / 2];
    return {
      x: width.value / 2 + across * Math.cos(by) - down * Math.sin(by),
      y: height.value / 2 + across * Math.sin(by) + down * Math.cos(by),
    };
  }

  const fitZoom = computed(() =>
    Math.min(
      (width.value - 2 * FIT_MARGIN) / photo.value.width,
      (height.value - 2 * FIT_MARGIN) / photo.value.height,
    ),
  );
  /** one pixel of the photo on one pixel of the screen */
  const fullZoom = computed(() => 1 / devicePixels.value);
  const percent = computed(() => Math.round(100 * zoom.value * devicePixels.value));

  function settle(): void {
    const across = photo.value.width * zoom.value;
    const down = photo.value.height * zoom.value;
    left.value = keep(left.value, across, width.value);
    top.value = keep(top.value, down, height.value);
  }

  /** Small photos stay in the middle; large ones cannot be pushed further than half out of sight. */
  function keep(place: number, size: number, room: number): number {
    if (size <= room) return (room - size) / 2;
    return clamp(place, room / 2 - size, room / 2);
  }

  function fit(): void {
    glide.stop();
    degrees.value = 0;
    zoom.value = clamp(fitZoom.value, LEAST_ZOOM, CLOSEST);
    fitted.value = true;
    settle();
  }

  /** @param about the view point that stays where it is */
  function zoomTo(next: number, about: Point = { x: width.value / 2, y: height.value / 2 }): void {
    const least = Math.min(fitZoom.value, fullZoom.value) / 4;
    glide.stop();
    const target = clamp(next, least, CLOSEST);
    const share = target / zoom.value;
    const still = turned(about, -radians.value);
    left.value = still.x - (still.x - left.value) * share;
    top.value = still.y - (still.y - top.value) * share;
    zoom.value = target;
    fitted.value = false;
    settle();
  }

  const glide = makeGlide({ zoom, left, top, fitted }, settle);

  /** Moves and zooms until a rectangle of the photo fills the middle of the view; glideBack returns. */
  function glideTo({
    x,
    y,
    width: across,
    height: down,
  }: {
    x: number;
    y: number;
    width: number;
    height: number;
  }): void {
    const room = 1 - 2 * GLIDE_MARGIN;
    const next = Math.min(
      2 * fullZoom.value,
      Math.max(fitZoom.value, Math.min((room * width.value) / across, (room * height.value) / down)),
    );
    glide.to({
      zoom: next,
      left: keep(width.value / 2 - (x + across / 2) * next, photo.value.width * next, width.value),
      top: keep(height.value / 2 - (y + down / 2) * next, photo.value.height * next, height.value),
      fitted: false,
    });
  }

  /** Puts a place of the photo into the middle of the view. @param next CSS pixels per pixel of the photo */
  function lookAt(place: Point, next: number): void {
    zoomTo(next);
    left.value = width.value / 2 - place.x * zoom.value;
    top.value = height.value / 2 - place.y * zoom.value;
    settle();
  }

  function pan(across: number, down: number): void {
    glide.stop();
    const [cos, sin] = [Math.cos(radians.value), Math.sin(radians.value)];
    left.value += across * cos + down * sin;
    top.value += down * cos - across * sin;
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

  /**
   * Turns the picture further; once round is upright again.
   * @param by degrees clockwise
   * @param about the view point that stays where it is
   */
  function turn(by = TURN_DEGREES, about: Point = { x: width.value / 2, y: height.value / 2 }): void {
    const still = viewToImage(about);
    degrees.value = (((degrees.value + by) % 360) + 360) % 360;
    fitted.value = false;
    const now = turned(about, -radians.value);
    left.value = now.x - still.x * zoom.value;
    top.value = now.y - still.y * zoom.value;
    settle();
  }

  function viewToImage(point: Point): Point {
    const { x, y } = turned(point, -radians.value);
    return { x: (x - left.value) / zoom.value, y: (y - top.value) / zoom.value };
  }
  function imageToView({ x, y }: Point): Point {
    return turned({ x: left.value + x * zoom.value, y: top.value + y * zoom.value }, radians.value);
  }

  return {
    surround,
    width,
    height,
    devicePixels,
    photo,
    zoom,
    left,
    top,
    fitted,
    degrees,
    radians,
    fullZoom,
    percent,
    turn,
    fit,
    zoomTo,
    pan,
    glideTo,
    glideBack: glide.back,
    lookAt,
    resize,
    show,
    viewToImage,
    imageToView,
  };
});
