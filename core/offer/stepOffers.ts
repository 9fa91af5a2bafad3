import type { AdjustKind, RenderKinds } from '../render/kinds';
import type { OfferPlace } from './aptness';

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
