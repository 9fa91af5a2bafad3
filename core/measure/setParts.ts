import type { Part } from '../document/schema';

/** The parts by which photos of a set are compared. */
export const SET_PARTS = ['skin', 'hair', 'lips', 'clothes', 'background'] as const satisfies readonly Part[];
export type SetPart = (typeof SET_PARTS)[number];
