import type { Photo, Area, Rung } from '#core/document/schema';
import { evenness } from '#kinds/adjust/evenness/index';
import { EVENNESS_START, NEUTRAL as NO_EVENNESS } from '#kinds/adjust/evenness/schema';
import { hueToTarget } from '#kinds/adjust/hue-to-target/index';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import type { HueToTargetParameters } from '#kinds/adjust/hue-to-target/schema';
import { computed } from 'vue';
import type { LadderQuantity } from './ladderScale';
import { useSteps } from './useSteps';

/**
 * The steps that the tone ladder moves: targets of the rungs, and the evenness of the grain. They are made at
 * the first drag.
 */
export function useLadderSteps(props: { readonly photo: Photo; readonly area: Area | undefined }) {
  const { addStep, changeStep } = useSteps();
  const stepOf = (kind: string) =>
    props.photo.plan.find((entry) => entry.kind === kind && entry.areaId === (props.area?.id ?? null));
  const hueStep = computed(() => stepOf(hueToTarget.id));
  const evenStep = computed(() => stepOf(evenness.id));
  const targets = computed(() => hueStep.value?.parameters as HueToTargetParameters | undefined);

  /** @param value HSV degrees, or percent of HSV saturation; null leaves the rung to its neighbours */
  function setTarget(name: LadderQuantity, rung: Rung, value: number | null): void {
    if (value === null && !hueStep.value) return;
    const before = targets.value ?? NO_TARGETS;
    const change = { [name]: { ...before[name], [rung]: value } };
    const words =
      value === null ? `${rung} as it is` : `${rung} to ${value.toFixed(1)}${name === 'hue' ? '°' : ' %'}`;
    if (hueStep.value) changeStep(hueStep.value, words, change);
    else addStep(hueToTarget, { ...NO_TARGETS, ...change });
  }

  /** @param share 0..1 */
  function setEvenness(name: LadderQuantity, share: number): void {
    if (evenStep.value) changeStep(evenStep.value, evenness.label, { [name]: share });
    else addStep(evenness, { ...NO_EVENNESS, blush: EVENNESS_START.blush, [name]: share });
  }

  return {
    targets,
    evennessOf: (name: LadderQuantity) => Number(evenStep.value?.parameters[name] ?? 0),
    setTarget,
    setEvenness,
  };
}
