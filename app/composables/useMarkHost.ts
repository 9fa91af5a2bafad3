import type { Area, Mark } from '#core/document/schema';
import type { JsonObject } from '#core/document/kinds';
import { KINDS } from '#kinds/registry.gen';
import { putMark } from '#core/document/commands';
import type { PointerTool } from '../tools/pointerTool';
import type { MarkTool } from '../stores/bench';
import { ellipseTool } from '../tools/ellipseTool';
import { lassoTool } from '../tools/lassoTool';
import { strokeTool } from '../tools/strokeTool';
import type { StrokePoints } from '../tools/strokeTool';

/** Least distance of two points of a stroke, in CSS pixels. */
const POINT_SPACING = 3;

/** Turns what the mark tools draw into marks of the chosen area. */
export function useMarkHost() {
  const bench = useBench(), view = useView(), sitting = useSitting();
  const { area, edit } = useBenchPhoto();
  /** the mark that the drag in progress draws on, as it was before */
  let base: Mark | undefined;

  function put(label: string, parameters: JsonObject): void {
    const mark = base, areaId = area.value?.id;
    if (mark && areaId) edit(label, (before) => putMark(before, areaId, { ...mark, parameters }));
  }

  function begin(kind: string, label: string, empty: JsonObject, joins: (area: Area) => Mark | undefined, mode: Mark['mode'] = 'add'): void {
    const open = area.value;
    if (!open) return;
    sitting.beginGesture(label);
    base = joins(open) ?? {
      id: crypto.randomUUID(), kind, version: KINDS.marks.get(kind)!.version, mode, on: true, parameters: empty,
    };
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
    const alone = marks.every((mark) => mark === last || mark.mode !== 'add');
    return last.mode === (takes ? 'add' : 'remove') || (last.mode === 'add' && alone) ? last : undefined;
  }

  /** Strokes of one kind, in the last mark or a new one. */
  function strokes(kind: 'edge-stroke' | 'brush', empty: () => JsonObject, own: () => JsonObject): PointerTool {
    const label = () => `${bench.takes ? 'add' : 'remove'} by ${KINDS.marks.get(kind)!.label}`;
    return strokeTool({
      ...end,
      begin: (takes) => begin(kind, label(), empty(), ({ marks }) => joined(marks, kind, takes), takes || !area.value?.marks.some(({ mode }) => mode === 'add') ? 'add' : 'remove'),
      draw: (points: StrokePoints, takes) => {
        const before = (base?.parameters.strokes ?? []) as readonly JsonObject[];
        // What a removing mark takes is taken out of the area.
        put(label(), { ...base?.parameters, ...empty(), strokes: [...before, { takes: base?.mode === 'remove' ? !takes : takes, radius: bench.radius, points, ...own() }] });
      },
      takes: takesNow,
      spacing: () => POINT_SPACING / view.zoom,
    });
  }

  const tools: Readonly<Record<MarkTool, PointerTool>> = {
    'edge-stroke': strokes('edge-stroke', () => ({ solver: 1, tolerance: bench.tolerance, strokes: [] }), () => ({})),
    'brush': strokes('brush', () => ({ strokes: [] }), () => ({ fade: bench.fade })),
    'lasso': lassoTool({
      ...end,
      begin: () => {
        begin('lasso', `${bench.takes ? 'add' : 'remove'} by lasso`, {}, () => undefined);
        if (base) base = { ...base, mode: bench.takes ? 'add' : 'remove' };
      },
      draw: (loop) => put('lasso', { loops: [loop] }),
      spacing: () => POINT_SPACING / view.zoom,
    }),
    'ellipse': ellipseTool({
      ...end,
      begin: () => {
        begin('ellipse', `${bench.takes ? 'add' : 'remove'} ellipse`, {}, () => undefined);
        if (base) base = { ...base, mode: bench.takes ? 'add' : 'remove' };
      },
      draw: (ellipse) => put('ellipse', ellipse),
    }),
  };
  return tools;
}
