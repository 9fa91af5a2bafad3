import { useEventListener } from '@vueuse/core';
import type { Overlay } from '../stores/bench';

/** Radius steps of the size keys. */
const SIZE_STEP = 1.2;

/** The keys of the bench, listed in benchKeys.ts. Not while something is typed or a dialog is open. */
export function useBenchKeys(): void {
  const bench = useBench();
  const view = useView();
  const sitting = useSitting();
  const { photo, area, placeReadingsAlone } = useBenchPhoto();
  const { check } = useCheck();
  const { find } = useFind();

  const presses: Readonly<Record<string, () => void>> = {
    's': () => area.value && bench.edit('edge-stroke'),
    'S': () => area.value && bench.edit('strand-sweep'),
    'p': () => area.value && bench.edit('brush'),
    'q': () => area.value && bench.edit('lasso'),
    'x': () => area.value && bench.edit('outline'),
    'o': () => area.value && bench.edit('ellipse'),
    'b': () => area.value && bench.edit('colour-reach'),
    'j': () => area.value && bench.edit('light-reach'),
    'y': () => area.value && bench.edit('straight-fade'),
    'i': () => area.value && bench.edit('round-fade'),
    'a': () => (bench.takes = !bench.takes),
    'c': () => (bench.radius = Math.max(0.5, bench.radius / SIZE_STEP)),
    'v': () => (bench.radius = Math.min(2000, bench.radius * SIZE_STEP)),
    'h': () => show('hatch'),
    'g': () => show('grey'),
    'l': () => show('outline'),
    'm': () => show('dimmed'),
    'u': () => show('ground'),
    'w': () => (bench.holdingBefore = true),
    'd': () => (bench.split = bench.split === undefined ? 0.5 : undefined),
    'f': () => void find(),
    'z': () => (view.fitted ? view.zoomTo(view.fullZoom) : view.fit()),
    'r': () => void placeReadingsAlone(),
    'k': () => void check(),
    'n': nextArea,
    'C': () => (bench.showsClipping = !bench.showsClipping),
    'e': () => photo.value && (bench.exporting = true),
    '?': () => (bench.showingKeys = true),
    'Escape': leave,
  };

  function show(overlay: Overlay): void {
    bench.overlay = bench.overlay === overlay ? 'none' : overlay;
  }

  /** One thing at a time: the piece of an outline, the mark, the part with the way back to where the picture was. */
  function leave(): void {
    if (bench.piece) bench.piece = undefined;
    else if (bench.tool !== 'look') bench.tool = 'look';
    else {
      bench.choose(undefined);
      view.glideBack();
    }
  }

  function nextArea(): void {
    const areas = photo.value?.areas ?? [];
    const at = areas.findIndex(({ id }) => id === bench.areaId);
    if (areas.length > 0) bench.choose(areas[(at + 1) % areas.length]!.id);
  }

  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (isTyping(event.target) || bench.exporting || bench.showingKeys || bench.comparing || bench.borrowing)
      return;
    // Everything else that Enter does is left to what has the focus.
    if (event.key === 'Enter' && bench.piece) {
      event.preventDefault();
      bench.piece = undefined;
      return;
    }
    const plain = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    const upper = event.key.toUpperCase();
    const key = event.shiftKey && presses[upper] ? upper : plain;
    if ((event.ctrlKey || event.metaKey) && plain === 'z') {
      event.preventDefault();
      if (event.shiftKey) sitting.redo();
      else sitting.undo();
    } else if (
      !event.ctrlKey &&
      !event.metaKey &&
      !event.altKey &&
      (!event.repeat || key === 'c' || key === 'v') &&
      presses[key]
    ) {
      event.preventDefault();
      presses[key]();
    }
  });
  const endHold = () => (bench.holdingBefore = false);
  useEventListener(window, 'keyup', (event: KeyboardEvent) => event.key.toLowerCase() === 'w' && endHold());
  useEventListener(window, 'blur', endHold);
}
