import type { JsonObject, KindDefinition } from './kinds';
import type { Mark, Step } from './schema';

/**
 * A step of a kind: the only way to make one, so that kind, version and parameters always fit each other.
 * @param kind an adjustment
 * @param parameters of that kind, as its schema has them
 * @param place the step's id, the area it stands on (null: the whole picture), and its strength 0..1
 */
export function makeStep<Parameters>(
  { id: kind, version }: KindDefinition<Parameters>,
  parameters: NoInfer<Parameters>,
  { id, areaId, strength = 1 }: Pick<Step, 'id' | 'areaId'> & Partial<Pick<Step, 'strength'>>,
): Step {
  return { id, kind, version, areaId, strength, on: true, parameters: parameters as JsonObject };
}

/**
 * A mark of a kind: the only way to make one, as {@link makeStep} is for steps.
 * @param place the mark's id, and what it does to its area
 */
export function makeMark<Parameters>(
  { id: kind, version }: KindDefinition<Parameters>,
  parameters: NoInfer<Parameters>,
  { id, mode = 'add' }: Pick<Mark, 'id'> & Partial<Pick<Mark, 'mode'>>,
): Mark {
  return { id, kind, version, mode, on: true, parameters: parameters as JsonObject };
}
