import type { Photo, ShotPlace } from '#core/document/schema';
import type { AdjustKind } from '#core/render/kinds';

/** Whether what a kind measures on one frame can hold for others: it looks at the photo, and at no places in it. */
export function canMeasureAtKeys(kind: Pick<AdjustKind, 'measure' | 'looksAt'>): boolean {
  return kind.measure.length > 0 && kind.looksAt !== 'place';
}

/**
 * What is chosen of a step on key frames: whether its numbers hold up to the next one, or where it is measured.
 * @param at which key frames of the clip; all of them where no number is given
 */
export function withStepChoice(
  photos: readonly Photo[],
  at: Pick<ShotPlace, 'clip'> & Partial<Pick<ShotPlace, 'n'>>,
  choice: 'holds' | 'measuredAtKeys',
  { stepId, isOn }: { readonly stepId: string; readonly isOn: boolean },
): readonly Photo[] {
  return photos.map((photo) => {
    const { frame } = photo;
    if (frame?.clip !== at.clip || (at.n ?? frame.n) !== frame.n) return photo;
    const others = frame[choice].filter((id) => id !== stepId);
    return { ...photo, frame: { ...frame, [choice]: isOn ? [...others, stepId] : others } };
  });
}
