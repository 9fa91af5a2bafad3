import type { Area, Mark } from '../document/schema';
import type { RenderKinds } from './kinds';

/**
 * The area that a mark of an area names; undefined when it is gone, or when it leads back to where it is
 * named.
 */
export type NamedAreas = (area: Area, mark: Mark) => Area | undefined;

/**
 * Follows the areas that marks name. A mark that would go round in a circle names nothing, whichever area of
 * the circle is looked at first.
 * @param start may differ from the area of its id in the list
 */
export function namedAreas(start: Area, areas: readonly Area[], kinds: RenderKinds): NamedAreas {
  const byId = new Map(areas.map((area) => [area.id, area]));
  byId.set(start.id, start);
  const nameOf = ({ kind, parameters, on }: Mark) =>
    on ? kinds.marks.get(kind)!.names?.(parameters) : undefined;
  const reached = new Map<string, ReadonlySet<string>>();

  /** Ids of all areas that an area is built on, through others too. */
  function reachOf(id: string): ReadonlySet<string> {
    const known = reached.get(id);
    if (known) return known;
    const reach = new Set<string>();
    const open = [id];
    for (let next = open.pop(); next !== undefined; next = open.pop()) {
      for (const mark of byId.get(next)?.marks ?? []) {
        const name = nameOf(mark);
        if (name === undefined || reach.has(name)) continue;
        reach.add(name);
        open.push(name);
      }
    }
    reached.set(id, reach);
    return reach;
  }

  return (area, mark) => {
    const name = nameOf(mark);
    if (name === undefined || name === area.id || reachOf(name).has(area.id)) return undefined;
    return byId.get(name);
  };
}
