import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { EffectScope } from 'vue';
import type { Photo } from '#core/document/schema';
import type { PlaceColours } from '#core/offer/stepContext';
import { PHOTO_ID, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { deferred, freshPage } from '../../tests/fixtures/page';
import { step } from '../../tests/fixtures/plans';
import { useBench } from '../stores/bench';
import { useQuestions } from '../stores/questions';
import { useSitting } from '../stores/sitting';
import { useDragQuestion } from './useDragQuestion';

let measured = deferred<PlaceColours | undefined>();
/** Ids of the steps of the picture that was measured. */
let reaching: readonly string[] = [];
const patch = ({ plan }: Photo) => {
  reaching = plan.map(({ id }) => id);
  return measured.promise;
};
vi.mock('./useWorkers', () => ({ useWorkers: () => ({ analyst: { patch } }) }));

const COLOURS: PlaceColours = { now: [0.2, 0.1, 0.1], result: [0.3, 0.1, 0.1] };
const AT = { x: 10, y: 10 };
const begun = vi.fn();
/** The step's answer to a drag: the sitting's name says how far it went. */
const followed: number[] = [];
let scope: EffectScope;
let host: ReturnType<typeof useDragQuestion>;
beforeEach(() => {
  scope = freshPage();
  measured = deferred();
  followed.length = 0;
  begun.mockClear();
  const plan = ['before', 'step', 'after'].map((id) => ({
    ...step('light', { exposure: 1, gamma: 1, contrast: 0, saturation: 0, warmth: 0 }, 1, id),
    areaId: null,
  }));
  useSitting().document = sittingWith({ ...photoWith(), plan });
  useBench().choosePhoto(PHOTO_ID);
  host = scope.run(useDragQuestion)!;
  void useQuestions()
    .questionsOf('step')
    .followDrags((colours, quantity) => {
      begun(colours, quantity);
      return (up) => {
        followed.push(up);
        useSitting().change('drag', (open) => ({ ...open, name: `up ${up}` }));
      };
    });
});
afterEach(() => {
  useSitting().document = undefined;
  scope.stop();
});

describe('a drag over the picture for a step', () => {
  it('follows the hand once its place is measured, from where the hand is by then', async () => {
    host.begin(AT);
    host.pull(3);
    measured.resolve(COLOURS);
    await vi.waitFor(() => expect(followed).toEqual([3]));
    host.pull(5);
    expect(followed).toEqual([3, 5]);
    expect(begun).toHaveBeenCalledExactlyOnceWith(COLOURS.result, 'hue');
    expect(reaching).toEqual(['before']);
  });

  it('is one change, even when the hand is quicker than the measuring', async () => {
    const before = useSitting().document!.name;
    host.begin(AT);
    host.pull(7);
    const done = host.complete();
    measured.resolve(COLOURS);
    await done;
    expect(useSitting().document!.name).toBe('up 7');
    useSitting().undo();
    expect(useSitting().document!.name).toBe(before);
  });

  it('that is cancelled leaves everything as it was, even when the measuring comes after', async () => {
    const before = useSitting().document;
    host.begin(AT);
    host.cancel();
    measured.resolve(COLOURS);
    await measured.promise;
    await Promise.resolve();
    expect([followed, useSitting().document]).toEqual([[], before]);
  });

  it('beside the picture, or where measuring fails, does nothing', async () => {
    host.begin(AT);
    measured.reject(new Error('lost'));
    await host.complete();
    expect(begun).not.toHaveBeenCalled();
  });
});
