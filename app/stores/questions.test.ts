import { beforeEach, describe, expect, it } from 'vitest';
import { freshPage } from '../../tests/fixtures/page';
import { useQuestions } from './questions';

const COLOURS = { now: [0.1, 0.2, 0.3], result: [0.2, 0.2, 0.3] } as const;
beforeEach(() => void freshPage());

describe('questions of steps', () => {
  it('are answered once, and closed by it', async () => {
    const questions = useQuestions();
    const picked = questions.questionsOf('s').pickColour();
    expect([questions.open?.is, questions.open?.stepId]).toEqual(['pick', 's']);
    if (questions.open?.is === 'pick') questions.open.answer(COLOURS);
    expect(await picked).toEqual(COLOURS);
    expect(questions.open).toBeUndefined();
  });

  it('end with nothing when they are given up, or when another is asked', async () => {
    const questions = useQuestions();
    const first = questions.questionsOf('s').lend({ places: true });
    const second = questions.questionsOf('t').chooseVersion();
    expect(await first).toBeUndefined();
    expect(questions.open?.is).toBe('version');
    questions.giveUp();
    expect(await second).toBeUndefined();
    expect(questions.open).toBeUndefined();
  });

  it('go with their step, and stay for any other', async () => {
    const questions = useQuestions();
    const drags = questions.questionsOf('s').followDrags(() => undefined);
    questions.giveUpOf('t');
    expect(questions.open?.is).toBe('drags');
    questions.giveUpOf('s');
    expect(await drags).toBeUndefined();
  });

  it('an answer that comes late closes nothing but its own', async () => {
    const questions = useQuestions();
    const first = questions.questionsOf('s').pickColour();
    const asked = questions.open!;
    void questions.questionsOf('t').pickColour();
    if (asked.is === 'pick') asked.answer(COLOURS);
    expect(await first).toBeUndefined();
    expect(questions.open?.stepId).toBe('t');
  });
});
