import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { EffectScope } from 'vue';
import type { Photo, Reading, Step } from '#core/document/schema';
import type { Survey } from '#workers/client';
import { PHOTO_ID, areaNamed, photoWith } from '../../tests/fixtures/documents';
import { freshPage } from '../../tests/fixtures/page';
import { step } from '../../tests/fixtures/plans';
import { useBench } from '../stores/bench';
import { useQuestions } from '../stores/questions';
import { useStepContext } from './useStepContext';

const measured: Photo[] = [];
vi.mock('./useWorkers', () => ({
  useWorkers: () => ({
    analyst: {
      readings: (photo: Photo) => {
        measured.push(photo);
        return Promise.resolve([{ id: 'r1', result: [1, 0.2140411, 0] }]);
      },
    },
  }),
}));
const unmounts: (() => void)[] = [];
vi.mock('vue', async (original) => ({
  ...(await original<typeof import('vue')>()),
  onBeforeUnmount: (end: () => void) => unmounts.push(end),
}));

const reading = (id: string, areaId: string): Reading => ({
  id,
  rung: 'light',
  x: 1,
  y: 1,
  size: 11,
  areaId,
});
const surveyOf = (of: string) =>
  ({ of, ladder: undefined, families: ['family'], histogram: undefined }) as unknown as Survey;
const before = { ...step('light', {}, 1, 'before'), areaId: null };
const open = { ...step('hue-to-target', {}, 1, 'open'), areaId: 'face' };
const photo: Photo = {
  ...photoWith([areaNamed('face', 'face'), areaNamed('hair', 'hair')]),
  readings: [reading('r1', 'face'), reading('r2', 'hair')],
  plan: [before, open, step('light', {}, 1, 'after')],
};

let scope: EffectScope;
beforeEach(() => {
  scope = freshPage();
  measured.length = 0;
  unmounts.length = 0;
  useBench().choosePhoto(PHOTO_ID);
});
afterEach(() => scope.stop());
const contextOf = (of: Step = open, measured = 'face') =>
  scope.run(() => useStepContext({ step: of, photo, survey: surveyOf(measured) }))!.value;

describe('what a step may know', () => {
  it('is of its own area: its part, its readings, and what was measured of it', () => {
    expect(contextOf(open, 'hair').families).toBeUndefined();
    const context = contextOf();
    expect([context.part, context.rungs, context.families]).toEqual(['face', ['light'], ['family']]);
  });

  it('is every reading for a step on the whole picture', () => {
    expect(contextOf(before).rungs).toHaveLength(2);
    expect(contextOf(before).families).toBeUndefined();
    expect(contextOf(before, 'whole-picture').families).toEqual(['family']);
  });

  it('reads what the picture shows where the step begins, as codes from 0 to 255', async () => {
    const [read] = await contextOf().read();
    expect(measured[0]!.plan.map(({ id }) => id)).toEqual(['before']);
    expect(read).toEqual({ rung: 'light', rgb8: [255, 127.5, 0] });
  });

  it('gives up what it asked when its control goes, and only that', async () => {
    const context = contextOf();
    const asked = context.ask.pickColour();
    unmounts.forEach((end) => end());
    expect(await asked).toBeUndefined();
    void useQuestions().questionsOf('after').pickColour();
    unmounts.forEach((end) => end());
    expect(useQuestions().open?.stepId).toBe('after');
  });
});
