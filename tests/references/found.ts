import type { FoundPartName } from '#core/document/foundParts';
import type { Pyramid } from '#core/raster/pyramid';
import type { FoundPeople } from '#core/segment/found';
import { wholeCoverage } from '../../node/wholeCoverage';

/**
 * How many of the pixels that are mostly of a true mask a part mostly takes, 0..1. Shares weighed by both coverages
 * would not do: where skin shows between the hairs of a beard, the true masks themselves come to 0.4 of it.
 */
export function shareOf(found: Uint8Array, truth: Uint8Array): number {
  const shown = truth.reduce((sum, value) => sum + Number(value > 127), 0);
  const taken = truth.reduce((sum, value, i) => sum + Number(value > 127 && found[i]! > 127), 0);
  return taken / shown;
}

/** Coverage of some parts of everybody, at the photo's size. */
export const of = (pyramid: Pyramid, { sitters, background }: FoundPeople, ...names: FoundPartName[]) =>
  wholeCoverage(
    pyramid,
    [...sitters.flatMap(({ parts }) => parts), ...(background ? [background] : [])].filter(({ part }) =>
      names.includes(part),
    ),
  );
