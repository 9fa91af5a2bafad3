import { defineStore } from 'pinia';
import type { BeginDrag, DragQuantity, Lent, PlaceColours, StepQuestions } from '#core/offer/stepContext';
import { ref, shallowRef } from 'vue';
import { useSeeing } from './seeing';

/** A question of a step that waits for the one at the picture. */
export type Question =
  | Asked<'pick', object, PlaceColours>
  | Asked<'lend', { readonly places: boolean }, Lent>
  | Asked<'drags', { readonly begin: BeginDrag }, never>
  | Asked<'handles', object, never>
  | Asked<'version', object, string>;

type Asked<Is extends string, Wants, Answer> = Wants & {
  readonly is: Is;
  readonly stepId: string;
  /** settles it; undefined gives it up */
  readonly answer: (answer?: Answer) => void;
};

type AnswerTo<Is extends Question['is']> = Parameters<Extract<Question, { is: Is }>['answer']>[0];

/** The one question that is open. Asking another, or taking something else in hand, gives it up. */
export const useQuestions = defineStore('questions', () => {
  const seeing = useSeeing();
  const open = shallowRef<Question>();
  /** what a drag over the picture changes */
  const quantity = ref<DragQuantity>('hue');

  function ask<Is extends Question['is']>(
    question: Omit<Extract<Question, { is: Is }>, 'answer'>,
  ): Promise<AnswerTo<Is>> {
    giveUp();
    return new Promise((resolve) => {
      const answer = (given?: AnswerTo<Is>) => {
        if (open.value === asked) open.value = undefined;
        resolve(given);
      };
      const asked = { ...question, answer } as unknown as Question;
      open.value = asked;
    });
  }

  function giveUp(): void {
    open.value?.answer();
  }

  /** Gives up whatever a step still asks: it is gone. */
  function giveUpOf(stepId: string): void {
    if (open.value?.stepId === stepId) giveUp();
    if (seeing.trial?.stepId === stepId) seeing.trial = undefined;
  }

  /** What one step asks. */
  function questionsOf(stepId: string): StepQuestions {
    return {
      pickColour: () => ask<'pick'>({ is: 'pick', stepId }),
      lend: ({ places }) => ask<'lend'>({ is: 'lend', stepId, places }),
      followDrags: (begin) => ask<'drags'>({ is: 'drags', stepId, begin }),
      tryOut: (parameters) => (seeing.trial = parameters && { stepId, parameters }),
      handle: () => ask<'handles'>({ is: 'handles', stepId }),
      chooseVersion: () => ask<'version'>({ is: 'version', stepId }),
    };
  }

  return { open, quantity, giveUp, giveUpOf, questionsOf };
});
