import { putStep } from '#core/document/commands';
import type { KindDefinition } from '#core/document/kinds';
import { makeStep } from '#core/document/make';
import type { Step } from '#core/document/schema';
import { useBenchPhoto } from './useBenchPhoto';

/** Adds steps to the plan of the chosen photo. */
export function useSteps() {
  const { area, edit } = useBenchPhoto();

  /** Adds a step to the chosen area, or to the whole picture while none is chosen. */
  function addStep<Parameters>(kind: KindDefinition<Parameters>, parameters: NoInfer<Parameters>): void {
    const step = makeStep(kind, parameters, { id: crypto.randomUUID(), areaId: area.value?.id ?? null });
    edit(kind.label, (before) => putStep(before, step));
  }

  /** Some parameters of a step that is there. */
  function changeStep(step: Step, label: string, change: Step['parameters']): void {
    edit(label, (before) => putStep(before, { ...step, parameters: { ...step.parameters, ...change } }));
  }

  return { addStep, changeStep };
}
