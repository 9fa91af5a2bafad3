import { discReachSchema } from '#core/document/discReach';
import type { DiscReach } from '#core/document/discReach';

/** The parameters of a mark of this kind. */
export const discReachParameters = discReachSchema;
/** A round piece of the disc of hue and chroma. */
export type DiscReachParameters = DiscReach;
