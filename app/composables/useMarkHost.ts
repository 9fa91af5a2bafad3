import { putMark } from '#core/document/commands';
import { makeMark } from '#core/document/make';
import type { Area, Mark } from '#core/document/schema';
import type { Hand } from '#core/offer/drawing';
import type { JsonObject } from '#core/document/kinds';
import { DRAWN_KINDS } from '../tools/drawnKinds';
import type { DrawnKind } from '../tools/drawnKinds';
import { markTool } from '../tools/markTool';
import type { Begun, MarkToolHost } from '../tools/markTool';
import type { PointerTool } from '../tools/pointerTool';
import { useBenchPhoto } from './useBenchPhoto';
import { useWorkers } from './useWorkers';
import { useBench } from '../stores/bench';
import { useDrawing } from '../stores/drawing';
import { useSitting } from '../stores/sitting';
import { useView } from '../stores/view';

/** Turns what the mark tools draw into marks of the chosen area; a tool by kind. */
export function useMarkTools(): ReadonlyMap<string, PointerTool> {
  return new Map(DRAWN_KINDS.map((kind) => [kind.id, markTool(useMarkHost(kind))]));
}

function useMarkHost(kind: DrawnKind): MarkToolHost {
  const bench = useBench();
  const drawing = useDrawing();
  const view = useView();
  const sitting = useSitting();
  const workers = useWorkers();
  const { photo, area, edit } = useBenchPhoto();
  const { pieces, shiftTurns } = kind.drawing;
  const label = () => `${drawing.takes ? 'add' : 'remove'} by ${kind.label}`;
  /** the mark that the drag in progress draws on, as it was before */
  let base: Mark | undefined;

  function begin(takes: boolean): Begun {
    const marks = area.value?.marks ?? [];
    sitting.beginGesture(label());
    const open = pieces ? (openPiece()?.mark ?? roomyMark(kind, marks, takes)) : goesOnIn(kind, marks, takes);
    base = open ?? makeMark(kind, {}, { id: crypto.randomUUID(), mode: modeOf(kind, marks, takes) });
    drawing.markId = base.id;
    const before = open?.parameters;
    if (pieces) drawing.piece ??= { markId: base.id, place: before === undefined ? 0 : pieces.count(before) };
    // What a removing mark takes is taken out of the area.
    return {
      before,
      takes: base.mode === 'remove' ? !takes : takes,
      piece: drawing.piece?.place ?? 0,
    };
  }

  function draw(parameters: unknown): void {
    const mark = base;
    const areaId = area.value?.id;
    if (mark && areaId)
      edit(label(), (before) => putMark(before, areaId, { ...mark, parameters: parameters as JsonObject }));
  }

  /** The mark whose piece is being drawn; undo may have taken it away. */
  function openPiece(): { readonly mark: Mark; readonly place: number } | undefined {
    const open = drawing.piece;
    const mark = open && area.value?.marks.find(({ id }) => id === open.markId);
    if (mark && pieces && open.place < pieces.count(mark.parameters)) return { mark, place: open.place };
    drawing.piece = undefined;
    return undefined;
  }

  /** The mark in hand, if another piece can be begun in it. */
  function roomyMark({ id }: DrawnKind, marks: readonly Mark[], takes: boolean): Mark | undefined {
    const mark = marks.find((entry) => entry.id === drawing.markId);
    const fits = mark?.kind === id && mark.on && mark.mode === (takes ? 'add' : 'remove');
    return fits && pieces!.hasRoom(mark.parameters) ? mark : undefined;
  }

  return {
    kind,
    settings: () => drawing.settings,
    pixel: () => 1 / view.zoom,
    takes: (shift) => drawing.takes !== (shift && shiftTurns === true),
    begin,
    draw,
    complete: () => sitting.endGesture(),
    cancel: () => sitting.cancelGesture(),
    closes: (at) => {
      const open = pieces && openPiece();
      const closes = open && pieces.closes(open.mark.parameters, open.place, at, 1 / view.zoom);
      if (closes) drawing.piece = undefined;
      return closes === true;
    },
    colourAt: async (at): Promise<Hand['colour']> =>
      photo.value && (await workers.analyst.patch(photo.value, { ...at, size: bench.pickSize }))?.now,
  };
}

const adds = ({ mode }: Mark) => mode === 'add';

/**
 * The last mark, if what is drawn goes on in it: strokes of one kind are solved together, adding and removing
 * ones too, unless there is more in the area than they can take away.
 */
function goesOnIn(kind: DrawnKind, marks: Area['marks'], takes: boolean): Mark | undefined {
  const last = marks.at(-1);
  if (!last?.on || last.kind !== kind.id || !kind.drawing.hasRoom?.(last.parameters)) return undefined;
  const alone = marks.every((mark) => mark === last || !adds(mark));
  return last.mode === (takes ? 'add' : 'remove') || (adds(last) && alone) ? last : undefined;
}

/** What takes away by itself, where nothing is to take away from, waits in a mark that adds. */
function modeOf({ drawing }: DrawnKind, marks: Area['marks'], takes: boolean): Mark['mode'] {
  if (takes) return 'add';
  return drawing.hasRoom && !marks.some(adds) ? 'add' : 'remove';
}
