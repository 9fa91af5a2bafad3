import type { FoundPartName } from '#core/document/foundParts';
import type { Pyramid } from '#core/raster/pyramid';
import type { FoundPeople } from '#core/segment/found';
import { wholeCoverage } from '../../node/wholeCoverage';

/** How much of a true mask a part takes, 0..1. */
export function shareOf(found: Uint8Array, truth: Uint8Array): number {
  const taken = truth.reduce((sum, value, i) => sum + (value * found[i]!) / 255, 0);
  return taken / truth.reduce((sum, value) => sum + value, 0);
}
/** Coverage of some parts of everybody, at the photo's size. */
export const of = (pyramid: Pyramid, { sitters, background }: FoundPeople, ...names: FoundPartName[]) =>
  wholeCoverage(
    pyramid,
    [...sitters.flatMap(({ parts }) => parts), ...(background ? [background] : [])].filter(({ part }) =>
      names.includes(part),
    ),
  );
