import type { FoundEntry, FoundSitterEntry } from '../document/foundParts';
import type { Plate } from '../raster/plate';
import type { FoundPart, FoundPeople } from './found';
import { FACE_POINTS } from './landmarkGroups';

/** What find gave, as the document takes it, and the coverage apart from it. */
export interface FoundEntries {
  readonly sitters: readonly FoundSitterEntry[];
  readonly background: FoundEntry | undefined;
  /** by the names that the entries use */
  readonly plates: ReadonlyMap<string, Plate>;
}

/** A tenth of a pixel is finer than a face is found. */
const round = (value: number) => Math.round(10 * value) / 10;

/** @param newId names each plate */
export function foundEntries({ sitters, background }: FoundPeople, newId: () => string): FoundEntries {
  const plates = new Map<string, Plate>();
  const keep = ({ part, region, coverage8 }: FoundPart): FoundEntry => {
    const plate = newId();
    plates.set(plate, { region, coverage8 });
    return { part, plate };
  };
  const entries = sitters.map(
    ({ landmarks: { points }, parts, doubtful, likeness = null }): FoundSitterEntry => {
      const xs = points.map(([x]) => x);
      const ys = points.map(([, y]) => y);
      const x = Math.min(...xs);
      const y = Math.min(...ys);
      return {
        points: FACE_POINTS.map((n) => [round(points[n]![0]), round(points[n]![1])]),
        face: { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y },
        likeness,
        parts: parts.map(keep),
        doubtful: doubtful.map(({ has, may, region, coverage8 }) => {
          const plate = newId();
          plates.set(plate, { region, coverage8 });
          const { x, y, width, height } = region;
          return { has, may, plate, box: { x, y, width, height } };
        }),
        doubts: Object.fromEntries(parts.flatMap(({ part, doubt }) => (doubt ? [[part, doubt]] : []))),
      };
    },
  );
  return { sitters: entries, background: background && keep(background), plates };
}
