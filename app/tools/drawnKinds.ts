import type { MarkDrawing } from '#core/offer/drawing';
import type { MarkKind } from '#core/render/kinds';
import { KINDS } from '#kinds/registry.gen';

/** A kind of mark that is drawn on the picture. */
export type DrawnKind = MarkKind & { readonly drawing: MarkDrawing };

const isDrawn = (kind: MarkKind): kind is DrawnKind => kind.drawing !== undefined;

/** The kinds that are drawn on the picture, in the order in which they are offered. */
export const DRAWN_KINDS: readonly DrawnKind[] = [...KINDS.marks.values()]
  .filter(isDrawn)
  .sort((p, q) => p.drawing.rank - q.drawing.rank);

/** The kind of this id, if it is drawn. */
export function drawnKind(id: string | undefined): DrawnKind | undefined {
  return DRAWN_KINDS.find((kind) => kind.id === id);
}
