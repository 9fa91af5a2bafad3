import { onKeyStroke, useEventListener } from '@vueuse/core';
import { DRAWN_KINDS } from '../tools/drawnKinds';
import { isTyping } from './isTyping';
import { useBenchPhoto } from './useBenchPhoto';
import { useCheck } from './useCheck';
import { CLOSE_UPS, useCloseUps } from './useCloseUps';
import { useDoubtfulPlaces } from './useDoubtfulPlaces';
import { useFind } from './useFind';
import { useReadings } from './useReadings';
import { useBench } from '../stores/bench';
import { useDrawing } from '../stores/drawing';
import { useQuestions } from '../stores/questions';
import { useSeeing } from '../stores/seeing';
import { useSitting } from '../stores/sitting';
import { useView } from '../stores/view';

/** A press with shift is named so; letters are written small otherwise. */
const SHIFT = 'Shift ';
/** Keys that go on while they are held. */
const REPEATED = new Set(['c', 'v']);

/** The keys of the bench, listed in benchKeys.ts. Not while something is typed or a dialog is open. */
export function useBenchKeys(): void {
  const bench = useBench();
  const drawing = useDrawing();
  const seeing = useSeeing();
  const questions = useQuestions();
  const view = useView();
  const sitting = useSitting();
  const { photo, area } = useBenchPhoto();
  const { placeReadingsAlone } = useReadings();
  const { check } = useCheck();
  const { find } = useFind();
  const { nextPlace } = useDoubtfulPlaces();
  const zoomIn = useCloseUps();

  const marks = DRAWN_KINDS.map(({ id, drawing: { key } }) => [
    key.startsWith(SHIFT) ? key : key.toLowerCase(),
    () => area.value && bench.edit(id),
  ]);
  const presses: Readonly<Record<string, () => void>> = {
    ...Object.fromEntries(marks),
    'a': () => (drawing.takes = !drawing.takes),
    'c': () => drawing.resize(-1),
    'v': () => drawing.resize(1),
    'h': () => seeing.toggle('hatch'),
    'g': () => seeing.toggle('grey'),
    'l': () => seeing.toggle('outline'),
    'm': () => seeing.toggle('dimmed'),
    'u': () => seeing.toggle('ground'),
    'w': () => (seeing.holdingBefore = true),
    'd': () => seeing.toggleSplit(),
    'f': () => void find(),
    'z': () => (view.fitted ? view.zoomTo(view.fullZoom) : view.fit()),
    'r': () => void placeReadingsAlone(),
    'k': () => void check(),
    'n': nextArea,
    'Shift N': nextPlace,
    'Shift C': () => seeing.toggleMap('clipping'),
    'Shift D': () => seeing.toggleBeside(),
    'Shift M': () => seeing.toggleMap('change'),
    ...Object.fromEntries(CLOSE_UPS.map((which, n) => [String(n + 1), () => zoomIn(which)])),
    'Shift Z': () => (bench.showingHistory = true),
    'e': () => photo.value && (bench.exporting = true),
    '?': () => (bench.showingKeys = true),
    'Escape': leave,
  };

  /**
   * One thing at a time: the piece of an outline, what is in hand, the part with the way back to where the
   * picture was.
   */
  function leave(): void {
    if (drawing.piece) drawing.piece = undefined;
    else if (questions.open) questions.giveUp();
    else if (bench.tool !== 'look') bench.lookOnly();
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

  function press(event: KeyboardEvent): void {
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    const shifted = `${SHIFT}${key.toUpperCase()}`;
    const name = event.shiftKey && presses[shifted] ? shifted : key;
    if (!presses[name] || (event.repeat && !REPEATED.has(name))) return;
    event.preventDefault();
    presses[name]();
  }

  onKeyStroke((event) => {
    if (isTyping(event.target) || bench.inDialog) return;
    const commanded = event.ctrlKey || event.metaKey;
    if (commanded && event.key.toLowerCase() === 'z') {
      event.preventDefault();
      if (event.shiftKey) sitting.redo();
      else sitting.undo();
    } else if (event.key === 'Enter' && drawing.piece) {
      // Everything else that Enter does is left to what has the focus.
      event.preventDefault();
      drawing.piece = undefined;
    } else if (!commanded && !event.altKey) press(event);
  });
  const endHold = () => (seeing.holdingBefore = false);
  onKeyStroke('w', endHold, { eventName: 'keyup' });
  onKeyStroke('W', endHold, { eventName: 'keyup' });
  useEventListener(window, 'blur', endHold);
}
