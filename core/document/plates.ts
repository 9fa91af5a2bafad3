import type { Photo } from './schema';

/** Names of the ready-made coverages that a photo's marks stand on, those of its kept plans too. */
export function platesOf({
  areas,
  versions = [],
}: Pick<Photo, 'areas'> & Partial<Pick<Photo, 'versions'>>): string[] {
  return [
    ...new Set(
      [areas, ...versions.map((version) => version.areas)]
        .flat()
        .flatMap(({ marks }) =>
          marks.flatMap(({ parameters }) => (typeof parameters.plate === 'string' ? [parameters.plate] : [])),
        ),
    ),
  ];
}
