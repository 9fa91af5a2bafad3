import type { Photo, Sitter } from '#core/document/schema';
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

  /** The same sitter in another photo, else the one in the same place from the left. */
  function sameIn(of: Photo, like: Sitter | undefined): Sitter | undefined {
    const isSame = ({ person }: Sitter) => person !== null && person === like?.person;
    return (
      of.sitters.find(isSame) ?? of.sitters.find(({ number }) => number === like?.number) ?? of.sitters[0]
    );
  }
  /** The frame that places are told by: a sitter's face, or the whole photo. */
  function frameOf(of: Photo, sitter: Sitter | undefined) {
    return sitter?.face ?? { x: 0, y: 0, width: of.width, height: of.height };
  }

  async function goTo(id: string): Promise<void> {
    const from = photo.value;
    const next = sitting.document?.photos.find((entry) => entry.id === id);
    if (!from || !next || next === from) return;
    const owner = area.value?.sitter ?? bench.sitterId;
    const left = from.sitters.find((entry) => entry.id === owner);
    const sitter = sameIn(next, left);
    const part = area.value?.part;
    const old = frameOf(from, left ?? from.sitters[0]);
    const middle = view.viewToImage({ x: view.width / 2, y: view.height / 2 });
    const near = view.fitted
      ? undefined
      : {
          x: (middle.x - old.x) / old.width,
          y: (middle.y - old.y) / old.height,
          across: old.width * view.zoom,
        };
    bench.choosePhoto(id);
    const same = next.areas.find(
      (entry) => entry.part === part && (entry.sitter ?? sitter?.id) === sitter?.id,
    );
    if (sitter) bench.sitterId = sitter.id;
    if (same) bench.choose(same.id);
    // The photo is shown whole as soon as it is another.
    await nextTick();
    if (!near || photo.value !== next) return;
    const frame = frameOf(next, sitter);
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
