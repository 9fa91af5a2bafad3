import { z } from 'zod';

/**
 * How much of each a document may hold: far more than a hand makes, and little enough that whatever fits can
 * be opened and rendered.
 */
export const MOST = {
  photos: 10_000,
  sitters: 200,
  people: 2000,
  facePoints: 100,
  areas: 1000,
  marks: 1000,
  readings: 1000,
  steps: 500,
  versions: 60,
  brought: 3000,
  nameLength: 120,
  noteLength: 2000,
  tags: 20,
  tagLength: 40,
  fileNameLength: 400,
} as const;

/** Names one entry of a list. */
export const id = z.string().min(1).max(64);

/** How far from the photo's corner anything may lie, pixels of the upright full photo. */
export const COORDINATE_REACH = 200_000;
/** A place across or down a photo, pixels. */
export const coordinate = z.number().min(-COORDINATE_REACH).max(COORDINATE_REACH);
