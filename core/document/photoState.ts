import { fingerprint } from './fingerprint';
import type { Photo } from './schema';

/** How far the work on a photo is, from untouched on. */
export const PHOTO_STATES = ['untouched', 'found', 'corrected', 'checked', 'exported'] as const;
export type PhotoState = (typeof PHOTO_STATES)[number];

/** For which work a photo was last checked and exported, by `workKey`. */
export interface PhotoProgress {
  readonly checkedAs?: string | undefined;
  readonly exportedAs?: string | undefined;
}

type Work = Pick<Photo, 'areas' | 'readings' | 'plan'>;

/** Names the work on a photo: equal keys, equal result. Steps measure areas and the readings on them. */
export function workKey({ areas, readings, plan }: Work): string {
  return fingerprint({ areas, readings, plan });
}

/** How far the work on a photo is. What was checked or exported counts until the work goes on. */
export function photoState(photo: Work, { checkedAs, exportedAs }: PhotoProgress): PhotoState {
  const key = checkedAs === undefined && exportedAs === undefined ? undefined : workKey(photo);
  if (key !== undefined && exportedAs === key) return 'exported';
  if (key !== undefined && checkedAs === key) return 'checked';
  if (photo.plan.length > 0) return 'corrected';
  return photo.areas.length > 0 ? 'found' : 'untouched';
}
