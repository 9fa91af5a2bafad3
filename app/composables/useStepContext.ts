import { mapIntoSrgbGamut } from '#core/colour/gamut';
import { encodeSrgb } from '#core/colour/transfer';
import { corridorOf } from '#core/measure/corridor';
import { WHOLE_PICTURE } from '#core/document/schema';
import type { Photo, Step } from '#core/document/schema';
import type { PlaceColours, StepContext } from '#core/offer/stepContext';
import type { Survey } from '#workers/client';
import { computed, onBeforeUnmount } from 'vue';
import { useWorkers } from './useWorkers';
import { useQuestions } from '../stores/questions';

function middleOf(ladder: Survey['ladder'] | undefined): PlaceColours | undefined {
  const of = (side: 'before' | 'after') =>
    ladder?.[side].rungs.find(({ rung }) => rung === 'middle')?.srgbLinear;
  const [now, result] = [of('before'), of('after')];
  return now && result && { now, result };
}

/** Whether steps that were measured are the plan's as it stands: all, or the step alone where it is looked at so. */
const isOf = (measured: readonly Step[], step: Step, plan: readonly Step[]) =>
  measured.includes(step) && measured.every((each) => plan.includes(each));

/** What the control of a step may know and ask. */
export function useStepContext(props: {
  readonly step: Step;
  readonly photo: Photo;
  readonly survey: Survey | undefined;
}) {
  const questions = useQuestions();
  const workers = useWorkers();
  const stepId = props.step.id;
  onBeforeUnmount(() => questions.giveUpOf(stepId));

  const readings = computed(() =>
    props.photo.readings.filter(({ areaId }) => props.step.areaId === null || areaId === props.step.areaId),
  );

  /** What the readings show when the picture reaches this step; not what this step makes of it. */
  async function read(): ReturnType<StepContext['read']> {
    const { photo } = props;
    const place = photo.plan.findIndex(({ id }) => id === stepId);
    const colours = await workers.analyst.readings({ ...photo, plan: photo.plan.slice(0, place) });
    return readings.value.flatMap(({ id, rung }) => {
      const found = colours.find((entry) => entry.id === id);
      if (!found) return [];
      const codes = mapIntoSrgbGamut(found.result).map(
        (channel) => Math.round(2550 * encodeSrgb(channel)) / 10,
      );
      return [{ rung, rgb8: codes }];
    });
  }

  return computed<StepContext>(() => {
    const area = props.photo.areas.find(({ id }) => id === props.step.areaId);
    // Only the open area is surveyed, and what was measured may be of the one before.
    const survey = props.survey?.of === (props.step.areaId ?? WHOLE_PICTURE.id) ? props.survey : undefined;
    return {
      part: area?.part,
      areaId: props.step.areaId,
      areas: props.photo.areas,
      corridor: corridorOf(props.photo, area?.sitter ?? null),
      rungs: readings.value.map(({ rung }) => rung),
      ladder: survey?.ladder?.before,
      middle: middleOf(survey?.ladder),
      isMeasured: isOf(survey?.photo.plan ?? [], props.step, props.photo.plan),
      families: survey?.families,
      histogram: survey?.histogram,
      ask: questions.questionsOf(stepId),
      read,
    };
  });
}
