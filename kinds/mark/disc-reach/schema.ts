import { discReachSchema } from '#core/document/discReach';
import type { DiscReach } from '#core/document/discReach';

/** The parameters of a mark of this kind. */
export const discReachParameters = discReachSchema;
export type DiscReachParameters = DiscReach;
