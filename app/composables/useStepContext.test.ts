import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { shallowReactive } from 'vue';
import type { App, ComputedRef, EffectScope } from 'vue';
import type { Photo, Step } from '#core/document/schema';
import { WHOLE_PICTURE } from '#core/document/schema';
import type { StepContext } from '#core/offer/stepContext';
import type { Survey } from '#workers/client';
import { photoWith } from '../../tests/fixtures/documents';
import { freshPage } from '../../tests/fixtures/page';
import { step } from '../../tests/fixtures/plans';
import { createApp } from '../../tests/fixtures/unseenApp';
import { useStepContext } from './useStepContext';

vi.mock('./useWorkers', () => ({ useWorkers: () => ({}) }));

const lighter: Step = { ...step('light', {}, 1, 'lighter'), areaId: null };
const redder: Step = { ...step('balance', {}, 1, 'redder'), areaId: null };
const withPlan = (...plan: Step[]): Photo => ({ ...photoWith(), plan });
const surveyOf = (photo: Photo) =>
  ({ photo, of: WHOLE_PICTURE.id, families: [], ladder: undefined }) as unknown as Survey;

let scope: EffectScope;
let app: App<object>;
let props: { step: Step; photo: Photo; survey: Survey | undefined };
let context: ComputedRef<StepContext>;
beforeEach(() => {
  scope = freshPage();
  props = shallowReactive({ step: redder, photo: withPlan(lighter, redder), survey: undefined });
  app = createApp({
    setup() {
      context = useStepContext(props);
      return () => undefined;
    },
  });
  app.mount({});
});
afterEach(() => {
  app.unmount();
  scope.stop();
});

it('what was measured is of the plan as it stands, or of the step alone; not of one before a change', () => {
  expect(context.value.isMeasured).toBe(false);
  props.survey = surveyOf(props.photo);
  expect(context.value.isMeasured).toBe(true);
  // Looked at alone.
  props.survey = surveyOf(withPlan(redder));
  expect(context.value.isMeasured).toBe(true);
  const changed = { ...redder, strength: 0.5 };
  [props.step, props.photo] = [changed, withPlan(lighter, changed)];
  expect(context.value.isMeasured).toBe(false);
  props.survey = surveyOf(props.photo);
  expect(context.value.isMeasured).toBe(true);
  // A step before it is gone.
  props.photo = withPlan(changed);
  expect(context.value.isMeasured).toBe(false);
});

it('of another area nothing is known', () => {
  props.survey = { ...surveyOf(props.photo), of: 'elsewhere' };
  expect([context.value.isMeasured, context.value.families]).toEqual([false, undefined]);
});
