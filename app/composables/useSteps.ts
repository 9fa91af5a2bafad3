import { putStep } from '#core/document/commands';
import type { KindDefinition } from '#core/document/kinds';
import { makeStep } from '#core/document/make';
import type { Step } from '#core/document/schema';
import { computed } from 'vue';
import { useBenchPhoto } from './useBenchPhoto';
import { useBench } from '../stores/bench';

/** Steps of the chosen photo: which is in hand, adding one, changing one. */
export function useSteps() {
  const bench = useBench();
  const { photo, area, edit } = useBenchPhoto();

  /** The one that was taken in hand, if it stands on what is chosen; else the last that does. */
  const inHand = computed(() => {
    const own = photo.value?.plan.filter(({ areaId }) => areaId === (area.value?.id ?? null)) ?? [];
    return own.find(({ id }) => id === bench.stepId) ?? own.at(-1);
  });

  /** Adds a step to the chosen area, or to the whole picture while none is chosen, and takes it in hand. */
  function addStep<Parameters>(kind: KindDefinition<Parameters>, parameters: NoInfer<Parameters>): void {
    const step = makeStep(kind, parameters, { id: crypto.randomUUID(), areaId: area.value?.id ?? null });
    edit(kind.label, (before) => putStep(before, step));
    bench.stepId = step.id;
  }

  /** Some parameters of a step that is there. */
  function changeStep(step: Step, label: string, change: Step['parameters']): void {
    bench.stepId = step.id;
    edit(label, (before) => putStep(before, { ...step, parameters: { ...step.parameters, ...change } }));
  }

  return { inHand, addStep, changeStep };
}
