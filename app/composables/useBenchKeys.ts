import { onKeyStroke, useEventListener } from '@vueuse/core';
import { DRAWN_KINDS } from '../tools/drawnKinds';
import { isTyping } from './isTyping';
import { useBenchPhoto } from './useBenchPhoto';
import { useCheck } from './useCheck';
import { CLOSE_UPS } from './closeUps';
import { useCloseUps } from './useCloseUps';
import { useDoubtfulPlaces } from './useDoubtfulPlaces';
import { useFind } from './useFind';
import { useKeys } from './useKeys';
import { usePhotos } from './usePhotos';
import { useReadings } from './useReadings';
import { useBench } from '../stores/bench';
import { useDrawing } from '../stores/drawing';
import { useQuestions } from '../stores/questions';
import { useSeeing } from '../stores/seeing';
import { useShot } from '../stores/shot';
import { useSitting } from '../stores/sitting';
import { useView } from '../stores/view';
import { useNotices } from '../stores/notices';

/** Commands that go on while their key is held. */
const REPEATED = new Set(['smaller', 'larger', 'frame-before', 'frame-after']);

/** The keys of the bench, listed in benchKeys.ts. Not while something is typed or a dialog is open. */
export function useBenchKeys(): void {
  const bench = useBench();
  const drawing = useDrawing();
  const seeing = useSeeing();
  const shot = useShot();
  const questions = useQuestions();
  const view = useView();
  const sitting = useSitting();
  const { photo, area } = useBenchPhoto();
  const { placeReadingsAlone } = useReadings();
  const notices = useNotices();
  const { check, mending } = useCheck();
  const { find } = useFind();
  const { nextPlace } = useDoubtfulPlaces();
  const { step } = usePhotos();
  const zoomIn = useCloseUps();

  const keys = useKeys();

  const commands: Readonly<Record<string, () => void>> = {
    ...Object.fromEntries(DRAWN_KINDS.map(({ id }) => [`mark:${id}`, () => area.value && bench.edit(id)])),
    'takes': () => (drawing.takes = !drawing.takes),
    'smaller': () => drawing.resize(-1),
    'larger': () => drawing.resize(1),
    leave,
    'hatch': () => seeing.toggle('hatch'),
    'grey': () => seeing.toggle('grey'),
    'outline': () => seeing.toggle('outline'),
    'dimmed': () => seeing.toggle('dimmed'),
    'ground': () => seeing.toggle('ground'),
    'before': () => (seeing.holdingBefore = true),
    'divide': () => seeing.toggleSplit(),
    'beside': () => seeing.toggleBeside(),
    'changes': () => seeing.toggleMap('change'),
    'clipped': () => seeing.toggleMap('clipping'),
    ...Object.fromEntries(CLOSE_UPS.map((which) => [`close:${which}`, () => zoomIn(which)])),
    'loupe': () => (seeing.loupe = !seeing.loupe),
    'crosshair': () => (seeing.crosshair = !seeing.crosshair),
    'turn': () => view.turn(),
    'zoom': () => (view.fitted ? view.zoomTo(view.fullZoom) : view.fit()),
    'find': () => void find(),
    'check': () => void check(),
    'readings': () => void placeReadingsAlone(),
    'photos': () => (bench.showingPhotos = true),
    'photo-before': () => step(-1),
    'photo-after': () => step(1),
    'shot-play': () => shot.facts && (shot.playing = !shot.playing),
    'frame-before': () => shot.goTo(shot.at - 1),
    'frame-after': () => shot.goTo(shot.at + 1),
    'frame-noted': () => shot.nextNote(),
    'area': nextArea,
    'place': nextPlace,
    // A file written now would be without what is being mended.
    'export': () => {
      if (mending.value !== undefined) notices.say('Export opens once what is being mended is done.');
      else if (photo.value) bench.exporting = true;
    },
    'history': () => (bench.showingHistory = true),
    'keys': () => (bench.showingKeys = true),
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
    const command = keys.commandOf(event);
    if (command === undefined || !commands[command] || (event.repeat && !REPEATED.has(command))) return;
    event.preventDefault();
    commands[command]();
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
  useEventListener(window, 'keyup', (event: KeyboardEvent) => keys.endsHold(event, 'before') && endHold());
  useEventListener(window, 'blur', endHold);
}
