import type { Area, Part } from '../document/schema';
import type { AdjustKind, RenderKinds } from './kinds';

/** How strongly something is offered, by part or for the whole picture: what is named is offered first, more before less. */
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
  readonly aptFor: Aptness;
  /** parameters that a new step starts from */
  start(place: OfferPlace): Parameters;
}

/** A step that can be added. */
export interface StepOffer {
  readonly kind: AdjustKind;
  readonly parameters: unknown;
  /** what the part is for: offered first */
  readonly apt: boolean;
}

/** What can be added at a place: what is apt for it first, then all else in the order of the registry. */
export function stepOffers(kinds: RenderKinds, place: OfferPlace): StepOffer[] {
  const part = place.area?.part ?? 'whole-picture';
  const aptness = ({ offer }: AdjustKind) => offer.aptFor[part] ?? 0;
  return [...kinds.adjusts.values()]
    .sort((p, q) => aptness(q) - aptness(p))
    .map((kind) => ({ kind, parameters: kind.offer.start(place), apt: aptness(kind) > 0 }));
}
