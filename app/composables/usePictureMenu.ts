import type { Photo } from '#core/document/schema';
import { RUNGS } from '#core/document/schema';
import { useBench } from '../stores/bench';
import { useDrawing } from '../stores/drawing';
import { useMenu } from '../stores/menu';
import type { MenuEntry } from '../stores/menu';
import { useSeeing } from '../stores/seeing';
import { useView } from '../stores/view';
import type { Point } from '../stores/view';
import { useBenchPhoto } from './useBenchPhoto';
import { useKeys } from './useKeys';
import { useReadings } from './useReadings';
import { useWorkers } from './useWorkers';

/** Where it was asked what can be done: pixels of the photo, and CSS pixels of the window. */
export interface MenuPlace {
  readonly image: Point;
  readonly screen: Point;
}

/** What can be done at a place of the picture. @param ready the photo that is in use */
export function usePictureMenu(ready: () => Photo | undefined) {
  const bench = useBench();
  const drawing = useDrawing();
  const seeing = useSeeing();
  const view = useView();
  const menu = useMenu();
  const workers = useWorkers();
  const { area } = useBenchPhoto();
  const { placeReading } = useReadings();
  const { keyOf } = useKeys();

  function partsAt(photo: Photo, ids: readonly string[]): readonly MenuEntry[] {
    const found = ids.flatMap((id) => photo.areas.filter((entry) => entry.id === id));
    return found.map(({ id, name }) => ({
      words: name,
      now: id === bench.areaId,
      run: () => bench.choose(id),
    }));
  }

  function ofArea(at: Point): readonly MenuEntry[] {
    const open = area.value;
    if (!open) return [];
    const kind = drawing.kindFor(open.part);
    return [
      { words: `Edit marks of ${open.name}`, key: keyOf(`mark:${kind}`), run: () => bench.edit(kind) },
      {
        words: 'Place a reading here',
        more: () =>
          RUNGS.map((rung) => ({
            words: rung,
            run: () => {
              bench.placeReading(rung);
              placeReading(at);
              bench.lookOnly();
            },
          })),
      },
    ];
  }

  async function openMenu({ image, screen }: MenuPlace): Promise<void> {
    const photo = ready();
    if (!photo) return;
    const ids = await workers.analyst.areasAt(photo, image.x, image.y).catch((): readonly string[] => []);
    const parts = partsAt(photo, ids);
    menu.show(parts.length > 0 ? 'Parts here' : 'The picture', screen, [
      ...parts,
      { words: 'Whole picture', now: bench.areaId === undefined, run: () => bench.choose(undefined) },
      ...ofArea(image),
      {
        words: view.fitted ? '100 % here' : 'Fit the photo',
        key: keyOf('zoom'),
        run: () => (view.fitted ? view.lookAt(image, view.fullZoom) : view.fit()),
      },
      { words: 'Turn the picture', key: keyOf('turn'), run: () => view.turn() },
      { words: 'Upright', off: view.degrees === 0, run: () => view.turn(-view.degrees) },
      {
        words: seeing.crosshair ? 'No numbers at the pointer' : 'Numbers at the pointer',
        key: keyOf('crosshair'),
        run: () => (seeing.crosshair = !seeing.crosshair),
      },
    ]);
  }

  return { openMenu };
}
