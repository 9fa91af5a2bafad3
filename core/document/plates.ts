import type { Photo } from './schema';

/** Names of the ready-made coverages that a photo's marks stand on. */
export function platesOf({ areas }: Pick<Photo, 'areas'>): string[] {
  return [
    ...new Set(
      areas.flatMap(({ marks }) =>
        marks.flatMap(({ parameters }) => (typeof parameters.plate === 'string' ? [parameters.plate] : [])),
      ),
    ),
  ];
}
