import type { Photo } from '#core/document/schema';
import type { Pyramid } from '#core/raster/pyramid';
import { AreaResolver } from '#core/render/areaResolver';
import { areasInUse } from '#core/render/areasInUse';
import { KINDS } from '#kinds/registry.gen';
import type { FrameSide } from './between';

/**
 * Coverage of the areas that a frame's steps stand on, by area id, 0..255 for each of its pixels: between two key
 * frames what was right at each of them, the one fading into the other.
 */
export function coverageBetween(
  pyramid: Pyramid,
  photo: Photo,
  sides: readonly FrameSide[],
): Map<string, Uint8Array> {
  const used = areasInUse({ ...photo, plan: photo.plan.filter(({ on }) => on) }, KINDS);
  const counting = sides
    .filter(({ weight }) => weight > 0)
    .map((side) => ({ ...side, areas: new AreaResolver(pyramid, KINDS) }));
  for (const { areas, plates } of counting) for (const [name, plate] of plates) areas.learnPlate(name, plate);
  const baked = new Map<string, Uint8Array>();
  for (const { id } of used) {
    const covers = counting.flatMap(({ photo: of, areas, weight }) => {
      const area = of.areas.find((entry) => entry.id === id);
      return area ? [{ coverage8: areas.fullCoverage(areas.resolve(area, of)), weight }] : [];
    });
    const [one, other] = covers;
    if (one) baked.set(id, other ? mixed(one, other) : one.coverage8);
  }
  return baked;
}

interface Cover {
  readonly coverage8: Uint8Array;
  readonly weight: number;
}

function mixed(one: Cover, other: Cover): Uint8Array {
  const share = other.weight / (one.weight + other.weight);
  return one.coverage8.map((value, i) => Math.round(value + share * (other.coverage8[i]! - value)));
}
