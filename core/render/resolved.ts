import type { JsonObject } from '../document/kinds';
import type { EdgeCare } from '../document/schema';
import type { Plate } from '../raster/plate';
import type { EdgeColours } from './edgeColours';

/** An area whose marks are prepared; survives a structured clone. */
export interface ResolvedArea {
  /** names this area's coverage: equal keys, equal pixels */
  readonly key: string;
  readonly marks: readonly {
    readonly kind: string;
    readonly mode: 'add' | 'remove' | 'limit';
    readonly data: unknown;
  }[];
  readonly inverted: boolean;
  readonly edgeCare: EdgeCare;
  /** ready-made coverage in place of the marks, such as travels with a plan */
  readonly baked?: Plate;
}

/** A step that needs nothing but its area to be rendered; survives a structured clone. */
export interface ResolvedStep {
  /** of the document's step */
  readonly id: string;
  /** names the result of this step and all before it */
  readonly key: string;
  readonly kind: string;
  readonly parameters: JsonObject;
  /** 0..1 */
  readonly strength: number;
  /** of a ResolvedArea */
  readonly areaKey: string;
  readonly measures: unknown;
  /** measures to whose result it goes over, and how far, 0..1 */
  readonly goesOver?: { readonly measures: unknown; readonly share: number } | undefined;
  /** along the area's edge, for kinds that clean edges */
  readonly edge?: EdgeColours | undefined;
}

/** The steps that are on, in order. */
export type ResolvedPlan = readonly ResolvedStep[];
