import type { Area, Mark, Photo } from '#core/document/schema';
import { carriablePlate, carryPlate } from '#core/follow/carryPlate';
import type { Motion } from '#core/follow/motion';
import { shrinkPlate } from '#core/raster/plate';
import type { Plate } from '#core/raster/plate';
import type { Region } from '#core/raster/raster';
import type { FoundPeople } from '#core/segment/found';
import { foundPart } from '#kinds/mark/found-part/index';
import type { FoundPartParameters } from '#kinds/mark/found-part/schema';

/** Coverage of found parts in one frame, by sitter and part; several plates of one part lie beside each other. */
export type FoundPlates = ReadonlyMap<string, readonly Plate[]>;

const nameOf = ({ parameters }: Mark): string => {
  const { sitter, part } = parameters as FoundPartParameters;
  return `${sitter} ${part}`;
};
const isFound = ({ kind }: Mark): boolean => kind === foundPart.id;

/** The found parts that an area holds, by the names under which plates are kept. */
export function foundPartsIn({ marks }: Area): string[] {
  return marks.filter(isFound).map(nameOf);
}

/** Whether a found part is of this sitter. */
export function isPartOf(name: string, sitter: string): boolean {
  return name.startsWith(`${sitter} `);
}

/** What was found for a photo's areas. */
export function platesInPhoto(
  { areas }: Pick<Photo, 'areas'>,
  plates: ReadonlyMap<string, Plate>,
): FoundPlates {
  const found = new Map<string, Map<string, Plate>>();
  for (const mark of areas.flatMap(({ marks }) => marks).filter(isFound)) {
    const { plate: name } = mark.parameters as FoundPartParameters;
    const plate = plates.get(name);
    if (plate)
      found.set(nameOf(mark), (found.get(nameOf(mark)) ?? new Map<string, Plate>()).set(name, plate));
  }
  return new Map([...found].map(([name, byPlate]) => [name, [...byPlate.values()].map(carriablePlate)]));
}

/**
 * What was found anew of the parts that are wanted; undefined for those of a sitter who was not.
 * @param who for each sitter of the photo the one that was found, if it was
 */
export function platesFoundAnew(
  wanted: Iterable<string>,
  { sitters, background }: FoundPeople,
  who: ReadonlyMap<string, FoundPeople['sitters'][number]>,
): ReadonlyMap<string, readonly Plate[] | undefined> {
  return new Map(
    [...wanted].map((name) => {
      const space = name.lastIndexOf(' ');
      const [owner, part] = [name.slice(0, space), name.slice(space + 1)];
      if (part === 'background')
        return [name, sitters.length > 0 && background ? [carriablePlate(background)] : undefined];
      return [
        name,
        who
          .get(owner)
          ?.parts.filter((entry) => entry.part === part)
          .map(carriablePlate),
      ];
    }),
  );
}

/** Found parts at one frame, the motion to it from the frame that is asked for, and how much it counts, 0..1. */
export interface PlatesAt {
  readonly found: FoundPlates;
  readonly motion: Motion;
  readonly weight: number;
}

/** Found parts as they lie in a frame, from those in others, and how sure each is, 0..1. */
export function carryFound(sides: readonly PlatesAt[]): {
  readonly found: FoundPlates;
  readonly sure: ReadonlyMap<string, number>;
} {
  const counting = sides.filter(({ weight }) => weight > 0);
  const found = new Map<string, readonly Plate[]>();
  const sure = new Map<string, number>();
  for (const name of new Set(counting.flatMap((side) => [...side.found.keys()]))) {
    const count = Math.max(...counting.map((side) => side.found.get(name)?.length ?? 0));
    const carried = Array.from({ length: count }, (_, i) => {
      const sources = counting.flatMap(({ found: plates, motion, weight }) => {
        const plate = plates.get(name)?.[i];
        return plate ? [{ plate, motion, weight }] : [];
      });
      const missing = counting.reduce((sum, side) => sum + (side.found.get(name)?.[i] ? 0 : side.weight), 0);
      return carryPlate(sources, missing);
    });
    const there = carried.filter((entry) => entry !== undefined);
    found.set(
      name,
      there.map(({ plate }) => plate),
    );
    if (there.length > 0) sure.set(name, there[0]!.sure);
  }
  return { found, sure };
}

/** What covers less of a grid, in pixels of it, says nothing of where it lies. */
const LEAST_COVERED = 400;

/**
 * How much of what either of two covers both do, 0..1.
 * @param grid over the frame
 * @returns undefined where that is too little to say
 */
export function sharedShare(
  one: readonly Plate[],
  other: readonly Plate[],
  grid: Region,
): number | undefined {
  const [p, q] = [one, other].map((plates) => {
    const all = new Float32Array(grid.outWidth * grid.outHeight);
    for (const plate of plates) {
      const own = new Float32Array(all.length);
      shrinkPlate(plate, grid, own);
      own.forEach((value, i) => (all[i] = Math.max(all[i]!, value)));
    }
    return all;
  }) as [Float32Array, Float32Array];
  let [both, either] = [0, 0];
  for (let i = 0; i < p.length; i++) {
    both += Math.min(p[i]!, q[i]!);
    either += Math.max(p[i]!, q[i]!);
  }
  return either < LEAST_COVERED ? undefined : both / either;
}

/**
 * A photo whose found parts are others.
 * @param nameFor names a plate
 */
export function putPlates(
  photo: Photo,
  found: FoundPlates,
  nameFor: (part: string) => string,
): { readonly photo: Photo; readonly plates: ReadonlyMap<string, Plate> } {
  const plates = new Map<string, Plate>();
  const names = new Map<string, readonly string[]>();
  for (const [part, each] of found) {
    names.set(
      part,
      each.map((plate, i) => {
        const name = nameFor(`${part} ${i}`);
        plates.set(name, plate);
        return name;
      }),
    );
  }
  const areas = photo.areas.map((area) => ({
    ...area,
    marks: area.marks.flatMap(marksFor(area.marks, names)),
  }));
  return { photo: { ...photo, areas }, plates };
}

/** In the place of an area's first mark of a part there is one for each plate; the others of that part go. */
function marksFor(marks: readonly Mark[], names: ReadonlyMap<string, readonly string[]>) {
  const first = new Map<string, Mark>();
  for (const mark of marks) if (isFound(mark) && !first.has(nameOf(mark))) first.set(nameOf(mark), mark);
  return (mark: Mark): readonly Mark[] => {
    if (!isFound(mark)) return [mark];
    const part = nameOf(mark);
    if (first.get(part) !== mark) return [];
    return (names.get(part) ?? []).map((plate, i) => ({
      ...mark,
      id: i === 0 ? mark.id : `${mark.id.slice(0, 56)} ${i + 1}`,
      parameters: { ...mark.parameters, plate },
    }));
  };
}
