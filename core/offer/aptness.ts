import type { Area, Part } from '../document/schema';

/**
 * How strongly something is offered, by part or for the whole picture: what is named is offered first, more
 * before less.
 */
export type Aptness = Readonly<Partial<Record<Part | 'whole-picture', number>>>;

/** The area that something is offered for (undefined: the whole picture), and all of the photo. */
export interface OfferPlace {
  readonly area: Area | undefined;
  readonly areas: readonly Area[];
}

/** How an adjustment is offered to people. */
export interface AdjustOffer<Parameters = unknown> {
  /** on its button: what it does, as a verb */
  readonly label: string;
  /** what it does and what to look out for */
  readonly help: string;
  /** a drawn example: colours of a few places before and after, #rrggbb */
  readonly example: readonly [before: readonly string[], after: readonly string[]];
  readonly aptFor: Aptness;
  /** parameters that a new step starts from */
  start(place: OfferPlace): Parameters;
}
