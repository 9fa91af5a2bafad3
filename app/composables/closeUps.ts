/** What is looked at closely, in the order of its keys. */
export const CLOSE_UPS = ['face', 'eyes', 'lips', 'hair edge'] as const;
/** One of them. */
export type CloseUp = (typeof CLOSE_UPS)[number];
