import { copyStep, moveStep, putStep, removeStep } from '#core/document/commands';
import type { Photo, Step } from '#core/document/schema';
import { KINDS } from '#kinds/registry.gen';
import { useBench } from '../stores/bench';
import type { MenuEntry } from '../stores/menu';
import { useSeeing } from '../stores/seeing';
import { useBenchPhoto } from './useBenchPhoto';

/** What is done with a step as a whole: how it is looked at, its place in the plan, its area. */
export function useStepMenu() {
  const bench = useBench();
  const seeing = useSeeing();
  const { edit } = useBenchPhoto();

  function copy(photo: Photo, step: Step, areaId: string | null): void {
    const id = crypto.randomUUID();
    edit(`duplicate step ${labelOf(step)}`, (before) => copyStep(before, step.id, { id, areaId }));
    bench.takeStep({ id, areaId });
  }

  function moveTo(step: Step, areaId: string | null): void {
    edit(`move step ${labelOf(step)}`, (before) => putStep(before, { ...step, areaId }));
    bench.takeStep({ id: step.id, areaId });
  }

  /** Before is what the steps until this one left; a line divides the picture. */
  function compare(photo: Photo, step: Step): void {
    seeing.beforeStepId = photo.plan[photo.plan.indexOf(step) - 1]?.id;
    if (seeing.split === undefined) seeing.toggleSplit();
  }

  return (photo: Photo, step: Step): readonly MenuEntry[] => {
    const place = photo.plan.indexOf(step);
    const alone = seeing.soloStepId === step.id;
    const move = (by: number) => edit('reorder steps', (before) => moveStep(before, step.id, by));
    const areas = (then: (areaId: string | null) => void): readonly MenuEntry[] =>
      [{ id: null, name: 'Whole picture' }, ...photo.areas.filter(({ marks }) => marks.length > 0)].map(
        ({ id, name }) => ({ words: name, now: id === step.areaId, run: () => then(id) }),
      );
    return [
      {
        words: alone ? 'Show all steps' : 'Show this step alone',
        run: () => (seeing.soloStepId = alone ? undefined : step.id),
      },
      { words: 'Compare with before this step', run: () => compare(photo, step) },
      { words: 'Duplicate', run: () => copy(photo, step, step.areaId) },
      { words: 'Duplicate on …', more: () => areas((areaId) => copy(photo, step, areaId)) },
      { words: 'Move to …', more: () => areas((areaId) => moveTo(step, areaId)) },
      { words: 'Earlier', off: place === 0, run: () => move(-1) },
      { words: 'Later', off: place === photo.plan.length - 1, run: () => move(1) },
      {
        words: 'Delete',
        run: () => edit(`delete step ${labelOf(step)}`, (before) => removeStep(before, step.id)),
      },
    ];
  };
}

const labelOf = (step: Step) => KINDS.adjusts.get(step.kind)!.label;
