import type { Area } from '#core/document/schema';
import type { Plate } from '#core/raster/plate';
import { foundPart } from '#kinds/mark/found-part/index';
import type { FoundPartParameters } from '#kinds/mark/found-part/schema';

/** The coverage that was found for an area, by the names under which its marks know it. */
export function foundPlatesOf({ marks }: Area, plates: ReadonlyMap<string, Plate>): readonly Plate[] {
  return marks
    .filter(({ kind }) => kind === foundPart.id)
    .flatMap(({ parameters }) => plates.get((parameters as FoundPartParameters).plate) ?? []);
}
