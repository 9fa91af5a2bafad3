import { asItCame } from './brought';
import type { Brought } from './brought';
import type { Photo } from './schema';

/** Whether a hand was at something that came: what the hand took out counts too. @param from of one photo alone */
export function wasChanged({ plan, areas, brought }: Photo, by: Brought['by'], from?: string): boolean {
  const here = [...plan, ...areas.flatMap(({ marks }) => marks)];
  return brought.some((entry) => {
    if (entry.by !== by || entry.as === '' || (from !== undefined && entry.from !== from)) return false;
    const now = here.find(({ id: its }) => its === entry.id);
    return !now || asItCame(now) !== entry.as;
  });
}
