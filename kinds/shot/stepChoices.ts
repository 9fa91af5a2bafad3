import type { Photo, ShotPlace } from '#core/document/schema';
import type { AdjustKind } from '#core/render/kinds';

/** Whether what a kind measures on one frame can hold for others: it looks at the photo, and at no places in it. */
export function canMeasureAtKeys(kind: Pick<AdjustKind, 'measure' | 'looksAt'>): boolean {
  return kind.measure.length > 0 && kind.looksAt !== 'place';
}

/** A step's numbers hold from one key frame up to the next, or go over to it. */
export function choosesHold(
  photos: readonly Photo[],
  { clip, n }: Pick<ShotPlace, 'clip' | 'n'>,
  stepId: string,
  isHeld: boolean,
): readonly Photo[] {
  return photos.map((photo) =>
    photo.frame?.clip === clip && photo.frame.n === n
      ? { ...photo, frame: { ...photo.frame, holds: chosen(photo.frame.holds, stepId, isHeld) } }
      : photo,
  );
}

/** A step is measured on key frames alone, or on every frame: on all of its shot alike. */
export function choosesMeasured(
  photos: readonly Photo[],
  clip: string,
  stepId: string,
  isAtKeys: boolean,
): readonly Photo[] {
  return photos.map((photo) =>
    photo.frame?.clip === clip
      ? {
          ...photo,
          frame: {
            ...photo.frame,
            measuredAtKeys: chosen(photo.frame.measuredAtKeys, stepId, isAtKeys),
          },
        }
      : photo,
  );
}

const chosen = (ids: readonly string[], id: string, isIn: boolean): string[] => [
  ...ids.filter((other) => other !== id),
  ...(isIn ? [id] : []),
];
