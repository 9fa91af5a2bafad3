import type { Triple } from '../colour/triple';
import type { JsonObject } from '../document/kinds';
import type { Area, Part, Rung } from '../document/schema';
import type { Corridor } from '../measure/corridor';
import type { Family } from '../measure/families';
import type { Histogram } from '../measure/histogram';
import type { Ladder } from '../measure/ladder';
import type { PartColours } from '../measure/partColours';

/** The mean colour of a place, linear sRGB: of the photo as it is, and as its plan leaves it. */
export interface PlaceColours {
  readonly now: Triple;
  readonly result: Triple;
}

/** What another photo or part lends: the colours of a part, or of a place (linear sRGB). */
export interface Lent {
  readonly name: string;
  readonly part?: PartColours;
  readonly place?: Triple;
}

/** What a drag over the picture can change. */
export const DRAG_QUANTITIES = ['hue', 'saturation', 'lightness'] as const;
/** What a drag over the picture changes. */
export type DragQuantity = (typeof DRAG_QUANTITIES)[number];

/**
 * Begins a drag over the picture at a place.
 * @param colour mean of the place as the picture reaches the step, linear sRGB
 * @returns what follows the hand, told how far up it is in CSS pixels; undefined where nothing can be dragged
 */
export type BeginDrag = (colour: Triple, quantity: DragQuantity) => ((up: number) => void) | undefined;

/**
 * What a step asks of the one at the picture. Every question ends: with an answer, or undefined when it is
 * given up.
 */
export interface StepQuestions {
  /** the colour of a place that is pressed */
  pickColour(): Promise<PlaceColours | undefined>;
  /** the colours of a part or, where places are wanted, of a place, of this photo or another */
  lend(wants: { readonly places: boolean }): Promise<Lent | undefined>;
  /** drags over the picture, one after the other; settles when they have ended */
  followDrags(begin: BeginDrag): Promise<void>;
  /** shows the picture as other parameters would leave it, until undefined puts it back; nothing is changed */
  tryOut(parameters: JsonObject | undefined): void;
  /** shows the step's handles on the picture; settles when they are put away */
  handle(): Promise<void>;
  /** one of several colours, seen side by side on the picture: #rrggbb */
  chooseVersion(): Promise<string | undefined>;
}

/** What the control of a step knows besides its parameters, and whom it asks. */
export interface StepContext {
  /** of the area that the step stands on */
  readonly part: Part | undefined;
  /** null for the whole picture */
  readonly areaId: string | null;
  /** of the photo */
  readonly areas: readonly Area[];
  /** where the hue of this skin is wanted */
  readonly corridor: Corridor;
  /** of the readings placed on the area */
  readonly rungs: readonly Rung[];
  /** measured of the area while it is open */
  readonly ladder: Ladder | undefined;
  /** its middle tones, neither gloss nor shade: as the photo is, and as the plan leaves them */
  readonly middle: PlaceColours | undefined;
  /** whether what was measured is of the plan as it stands; a moment after a change it is not */
  readonly isMeasured: boolean;
  readonly families: readonly Family[] | undefined;
  readonly histogram: Histogram | undefined;
  readonly ask: StepQuestions;
  /** what the readings show when the picture reaches this step, 8-bit codes with a decimal */
  read(): Promise<readonly { readonly rung: Rung; readonly rgb8: readonly number[] }[]>;
}
