import type { Area, Mark } from '#core/document/schema';
import type { JsonObject } from '#core/document/kinds';
import { KINDS } from '#kinds/registry.gen';
import { strokesLeaveRoom } from '#core/document/strokes';
import { LEAST_PATCH, MOST_PATCHES } from '#kinds/mark/colour-reach/schema';
import { MOST_PIECES } from '#kinds/mark/outline/schema';
import { putMark } from '#core/document/commands';
import type { PointerTool } from '../tools/pointerTool';
import type { MarkTool } from '../stores/bench';
import { ellipseTool } from '../tools/ellipseTool';
import { lassoTool } from '../tools/lassoTool';
import { outlineTool } from '../tools/outlineTool';
import type { OutlineNode } from '#kinds/mark/outline/schema';
import { pressTool } from '../tools/pressTool';
import { spanTool } from '../tools/spanTool';
import type { Point } from '../stores/view';
import { cielabLightnessOfLuminance } from '#core/colour/cielab';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { strokeTool } from '../tools/strokeTool';
import type { StrokePoints } from '../tools/strokeTool';

/** Least distance of two points of a stroke, in CSS pixels. */
const POINT_SPACING = 3;
/** A press this near to a piece's first node closes it, CSS pixels. */
const CLOSING_REACH = 7;

/** Turns what the mark tools draw into marks of the chosen area. */
export function useMarkHost() {
  const bench = useBench();
  const view = useView();
  const sitting = useSitting();
  const workers = useWorkers();
  const { photo, area, edit } = useBenchPhoto();
  /** the mark that the drag in progress draws on, as it was before */
  let base: Mark | undefined;

  function put(label: string, parameters: JsonObject): void {
    const mark = base;
    const areaId = area.value?.id;
    if (mark && areaId) edit(label, (before) => putMark(before, areaId, { ...mark, parameters }));
  }

  function begin(
    kind: string,
    label: string,
    empty: JsonObject,
    joins: (area: Area) => Mark | undefined,
    mode: Mark['mode'] = 'add',
  ): void {
    const open = area.value;
    if (!open) return;
    sitting.beginGesture(label);
    base = joins(open) ?? {
      id: crypto.randomUUID(),
      kind,
      version: KINDS.marks.get(kind)!.version,
      mode,
      on: true,
      parameters: empty,
    };
    bench.markId = base.id;
  }

  const end = { complete: () => sitting.endGesture(), cancel: () => sitting.cancelGesture() };
  const takesNow = (shift: boolean) => bench.takes !== shift;

  /**
   * The last mark, if a stroke goes on in it: strokes of one kind are solved together, adding and removing
   * ones too, unless there is more in the area than they can take away.
   */
  function joined(marks: readonly Mark[], kind: string, takes: boolean): Mark | undefined {
    const last = marks.at(-1);
    if (!last?.on || last.kind !== kind) return undefined;
    if (!strokesLeaveRoom(last.parameters.strokes as unknown as Parameters<typeof strokesLeaveRoom>[0]))
      return undefined;
    const alone = marks.every((mark) => mark === last || mark.mode !== 'add');
    return last.mode === (takes ? 'add' : 'remove') || (last.mode === 'add' && alone) ? last : undefined;
  }

  /** Strokes of one kind, in the last mark or a new one. */
  function strokes(
    kind: 'edge-stroke' | 'brush' | 'strand-sweep',
    empty: () => JsonObject,
    own: () => JsonObject,
  ): PointerTool {
    const label = () => `${bench.takes ? 'add' : 'remove'} by ${KINDS.marks.get(kind)!.label}`;
    return strokeTool({
      ...end,
      begin: (takes) =>
        begin(
          kind,
          label(),
          empty(),
          ({ marks }) => joined(marks, kind, takes),
          takes || !area.value?.marks.some(({ mode }) => mode === 'add') ? 'add' : 'remove',
        ),
      draw: (points: StrokePoints, takes) => {
        const before = (base?.parameters.strokes ?? []) as readonly JsonObject[];
        // What a removing mark takes is taken out of the area.
        put(label(), {
          ...base?.parameters,
          ...empty(),
          strokes: [
            ...before,
            { takes: base?.mode === 'remove' ? !takes : takes, radius: bench.radius, points, ...own() },
          ],
        });
      },
      takes: takesNow,
      spacing: () => POINT_SPACING / view.zoom,
    });
  }

  /** The reach that a further patch goes into. */
  function openReach(last: Mark | undefined): Mark | undefined {
    const goesOn = last?.kind === 'colour-reach' && last.on;
    return goesOn && (last.parameters.patches as unknown[]).length < MOST_PATCHES ? last : undefined;
  }

  /** The piece of an outline whose nodes are being placed; undo may have taken it away. */
  function openPiece(): { mark: Mark; nodes: readonly OutlineNode[] } | undefined {
    const mark = bench.piece && area.value?.marks.find(({ id }) => id === bench.piece!.markId);
    const nodes = mark && (mark.parameters.pieces as unknown as OutlineNode[][])[bench.piece!.place];
    if (!nodes) bench.piece = undefined;
    return mark && nodes && { mark, nodes };
  }

  /** A span of lightness about that of a place. */
  async function addLightReach(at: Point): Promise<void> {
    const document = photo.value;
    const open = area.value;
    const colours = document && (await workers.patch(document, at.x, at.y, bench.pickSize));
    if (!open || !colours) return;
    const lightness = Math.round(cielabLightnessOfLuminance(luminanceOfSrgbLinear(colours.now)));
    const id = crypto.randomUUID();
    bench.markId = id;
    edit('light reach', (before) =>
      putMark(before, open.id, {
        id,
        kind: 'light-reach',
        version: KINDS.marks.get('light-reach')!.version,
        mode: bench.takes ? 'add' : 'remove',
        on: true,
        parameters: {
          from: Math.max(0, lightness - LIGHT_SPAN),
          to: Math.min(100, lightness + LIGHT_SPAN),
          soft: LIGHT_SOFT,
        },
      }),
    );
  }

  const tools: Readonly<Record<MarkTool, PointerTool>> = {
    'edge-stroke': strokes(
      'edge-stroke',
      () => ({ solver: 2, tolerance: bench.tolerance, strokes: [] }),
      () => ({}),
    ),
    'brush': strokes(
      'brush',
      () => ({ strokes: [] }),
      () => ({ fade: bench.fade, build: bench.build }),
    ),
    'strand-sweep': strokes(
      'strand-sweep',
      () => ({ solver: 1, strokes: [] }),
      () => ({}),
    ),
    'lasso': lassoTool({
      ...end,
      begin: () => {
        begin('lasso', `${bench.takes ? 'add' : 'remove'} by lasso`, {}, () => undefined);
        if (base) base = { ...base, mode: bench.takes ? 'add' : 'remove' };
      },
      draw: (loop) => put('lasso', { loops: [loop] }),
      spacing: () => POINT_SPACING / view.zoom,
    }),
    'outline': outlineTool({
      ...end,
      open: () => openPiece()?.nodes ?? [],
      begin: () => {
        const known = openPiece()?.mark;
        const mode = bench.takes ? 'add' : 'remove';
        begin(
          'outline',
          `${mode} by outline`,
          { pieces: [] },
          ({ marks }) =>
            known ??
            marks.find(
              (mark) =>
                mark.id === bench.markId &&
                mark.kind === 'outline' &&
                mark.on &&
                mark.mode === mode &&
                (mark.parameters.pieces as unknown[]).length < MOST_PIECES,
            ),
          mode,
        );
        bench.piece ??= base && {
          markId: base.id,
          place: ((base.parameters.pieces ?? []) as unknown[]).length,
        };
      },
      draw: (nodes) =>
        put('outline', {
          pieces: ((base?.parameters.pieces ?? []) as unknown as OutlineNode[][]).toSpliced(
            bench.piece?.place ?? 0,
            1,
            nodes as OutlineNode[],
          ),
        }),
      close: () => (bench.piece = undefined),
      reach: () => CLOSING_REACH / view.zoom,
    }),
    'ellipse': ellipseTool({
      ...end,
      begin: () => {
        begin('ellipse', `${bench.takes ? 'add' : 'remove'} ellipse`, {}, () => undefined);
        if (base) base = { ...base, mode: bench.takes ? 'add' : 'remove' };
      },
      draw: (ellipse) => put('ellipse', ellipse),
    }),
    'colour-reach': spanTool({
      ...end,
      pressCounts: true,
      takes: takesNow,
      begin: (takes) =>
        begin(
          'colour-reach',
          takes ? 'add by colour reach' : 'remove by colour reach',
          { ...REACH, patches: [] },
          ({ marks }) => openReach(marks.at(-1)),
        ),
      draw: (from, to) => {
        const least = Math.max(LEAST_PATCH, PRESS_PATCH / view.zoom);
        const patch = {
          x: round((from.x + to.x) / 2),
          y: round((from.y + to.y) / 2),
          width: Math.max(least, Math.abs(to.x - from.x)),
          height: Math.max(least, Math.abs(to.y - from.y)),
          takes: base?.mode === 'remove' || bench.takes,
        };
        put('colour reach', {
          ...base?.parameters,
          patches: [...((base?.parameters.patches ?? []) as readonly JsonObject[]), patch],
        });
      },
    }),
    'light-reach': pressTool((at) => void addLightReach(at)),
    'straight-fade': span('straight-fade', (from, to) =>
      Math.hypot(to.x - from.x, to.y - from.y) < 2
        ? undefined
        : { fromX: round(from.x), fromY: round(from.y), toX: round(to.x), toY: round(to.y) },
    ),
    'round-fade': span('round-fade', (from, to) =>
      Math.hypot(to.x - from.x, to.y - from.y) < 2
        ? undefined
        : {
            x: round(from.x),
            y: round(from.y),
            radius: round(Math.hypot(to.x - from.x, to.y - from.y)),
            soft: 0.6,
          },
    ),
  };
  return tools;

  /** A mark of its own, drawn from one point to another. */
  function span(
    kind: MarkTool,
    parametersOf: (from: Point, to: Point) => JsonObject | undefined,
  ): PointerTool {
    const label = KINDS.marks.get(kind)!.label;
    return spanTool({
      ...end,
      pressCounts: false,
      takes: takesNow,
      begin: (takes) => begin(kind, label, {}, () => undefined, takes ? 'add' : 'remove'),
      draw: (from, to) => {
        const parameters = parametersOf(from, to);
        if (parameters) put(label, parameters);
      },
    });
  }
}
/** What a reach starts with: OKLCh degrees, thousandths of chroma, L*; a press takes a patch of this many CSS pixels. */
const REACH = { hue: 8, saturation: 25, lightness: 10, soft: 0.8 };
const PRESS_PATCH = 5;
const LIGHT_SPAN = 12;
const LIGHT_SOFT = 8;
const round = (value: number) => Math.round(value * 10) / 10;
