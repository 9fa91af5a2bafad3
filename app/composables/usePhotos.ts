import type { Photo } from '#core/document/schema';
import { nextTick } from 'vue';
import { useBench } from '../stores/bench';
import { useSitting } from '../stores/sitting';
import { useView } from '../stores/view';
import { useBenchPhoto } from './useBenchPhoto';

/** Goes from photo to photo; the bench stays at the same part, as near as it was. */
export function usePhotos() {
  const bench = useBench();
  const sitting = useSitting();
  const view = useView();
  const { photo, area } = useBenchPhoto();

  /** The frame that places are told by: the open sitter's face, or the whole photo. */
  function frameOf(of: Photo, number: number | undefined) {
    const sitter = of.sitters.find((entry) => entry.number === number) ?? of.sitters[0];
    return sitter?.face ?? { x: 0, y: 0, width: of.width, height: of.height };
  }

  async function goTo(id: string): Promise<void> {
    const from = photo.value;
    const next = sitting.document?.photos.find((entry) => entry.id === id);
    if (!from || !next || next === from) return;
    const owner = area.value?.sitter ?? bench.sitterId;
    const number = from.sitters.find((entry) => entry.id === owner)?.number;
    const part = area.value?.part;
    const old = frameOf(from, number);
    const middle = view.viewToImage({ x: view.width / 2, y: view.height / 2 });
    const near = view.fitted
      ? undefined
      : {
          x: (middle.x - old.x) / old.width,
          y: (middle.y - old.y) / old.height,
          across: old.width * view.zoom,
        };
    bench.choosePhoto(id);
    const sitter = next.sitters.find((entry) => entry.number === number) ?? next.sitters[0];
    const same = next.areas.find(
      (entry) => entry.part === part && (entry.sitter ?? sitter?.id) === sitter?.id,
    );
    if (sitter) bench.sitterId = sitter.id;
    if (same) bench.choose(same.id);
    // The photo is shown whole as soon as it is another.
    await nextTick();
    if (!near || photo.value !== next) return;
    const frame = frameOf(next, number);
    view.lookAt(
      { x: frame.x + near.x * frame.width, y: frame.y + near.y * frame.height },
      near.across / frame.width,
    );
  }

  /** @param by places onward in the sitting; round from the last to the first */
  function step(by: number): void {
    const photos = sitting.document?.photos ?? [];
    const at = photos.findIndex(({ id }) => id === bench.photoId);
    const next = photos[(at + by + photos.length) % photos.length];
    if (next) void goTo(next.id);
  }

  return { goTo, step };
}
