import type { Part, Photo } from '#core/document/schema';
import type { CloseUp } from './closeUps';
import { useWorkers } from './useWorkers';
import { useBenchPhoto } from './useBenchPhoto';
import { useBench } from '../stores/bench';
import { useNotices } from '../stores/notices';
import { useView } from '../stores/view';

const PARTS: Readonly<Record<Exclude<CloseUp, 'face'>, Part>> = {
  'eyes': 'irises',
  'lips': 'lips',
  'hair edge': 'hair',
};
/** About the eyes there is as much beside them as they are far apart. */
const EYES_GROWN = 0.3;
/** Where along its height the outline of hair is looked at, and the side of what is seen of it, share of its box. */
const HAIR_DOWN = 0.3;
const HAIR_SIDE = 0.22;

/** Brings the picture close to what is looked at for spill: of the open sitter, or the first. */
export function useCloseUps() {
  const view = useView();
  const bench = useBench();
  const workers = useWorkers();
  const notices = useNotices();
  const { photo } = useBenchPhoto();

  async function boxOf(open: Photo, which: CloseUp) {
    const sitter = open.sitters.find(({ id }) => id === bench.sitterId) ?? open.sitters[0];
    if (which === 'face') return sitter?.face;
    const area = open.areas.find(
      (entry) => entry.part === PARTS[which] && entry.sitter === (sitter?.id ?? null),
    );
    const { box } = area ? await workers.analyst.areaColours(open, area.id) : { box: undefined };
    if (!box) return undefined;
    const { x, y, width, height } = box;
    if (which === 'eyes') {
      const grown = EYES_GROWN * width;
      return { x: x - grown, y: y - grown, width: width + 2 * grown, height: height + 2 * grown };
    }
    const side = HAIR_SIDE * width;
    if (which === 'hair edge') return { x, y: y + HAIR_DOWN * height, width: side, height: side };
    return box;
  }

  return async (which: CloseUp): Promise<void> => {
    if (!photo.value) return;
    try {
      const box = await boxOf(photo.value, which);
      if (box) view.glideTo(box);
      else notices.say(`There is no ${which} to look at yet. Press Find first.`);
    } catch (error) {
      notices.problem(error);
    }
  };
}
