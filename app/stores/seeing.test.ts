import { beforeEach, describe, expect, it } from 'vitest';
import { photoWith } from '../../tests/fixtures/documents';
import { step } from '../../tests/fixtures/plans';
import { freshPage } from '../../tests/fixtures/page';
import { useQuestions } from './questions';
import { useSeeing } from './seeing';

const photo = {
  ...photoWith(),
  plan: [step('light', { exposure: 1 }, 1, 'first'), step('light', { exposure: 2 }, 1, 'second')],
};
beforeEach(() => void freshPage());

describe('the photo as it is looked at', () => {
  it('is the photo itself while nothing is tried', () => {
    expect(useSeeing().seen(photo)).toBe(photo);
  });

  it('has one step alone, or a step as it would be; the photo stays as it is', () => {
    const seeing = useSeeing();
    seeing.soloStepId = 'second';
    expect(seeing.seen(photo).plan.map(({ id }) => id)).toEqual(['second']);
    expect(seeing.seen({ ...photo, plan: photo.plan.slice(0, 1) }).plan.map(({ id }) => id)).toEqual([
      'first',
    ]);
    seeing.soloStepId = undefined;
    useQuestions().questionsOf('first').tryOut({ exposure: -1 });
    expect(seeing.seen(photo).plan.map(({ parameters }) => parameters.exposure)).toEqual([-1, 2]);
    expect(photo.plan[0]!.parameters.exposure).toBe(1);
  });

  it('is as it was once the hand is away, or the step is gone', () => {
    const seeing = useSeeing();
    const questions = useQuestions();
    questions.questionsOf('first').tryOut({ exposure: -1 });
    questions.questionsOf('first').tryOut(undefined);
    expect(seeing.seen(photo)).toBe(photo);
    questions.questionsOf('first').tryOut({ exposure: -1 });
    questions.giveUpOf('second');
    expect(seeing.trial?.stepId).toBe('first');
    questions.giveUpOf('first');
    expect(seeing.seen(photo)).toBe(photo);
  });
});
