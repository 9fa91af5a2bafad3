/**
 * The numbers of one stage of finding people: places that find is unsure of.
 *
 * Each says its unit, what it does, and how it was found: [unrecorded] chosen while the stage was written, by
 * looking at pictures, with no measurement on record.
 */

/** Largest share of any class below which a place is unsure, 0..1. [unrecorded] */
export const DOUBT_UNSURE = 0.75;
/** Share that the parser must give another class for its word to count against the colours', 0..1. [unrecorded] */
export const DOUBT_TOLD = 0.7;
/** Edges are unsure within this distance and no places, face widths. [unrecorded] */
export const DOUBT_REACH = 0.04;
/** Share of unsure pixels about one that is no edge, 0..1. [unrecorded] */
export const DOUBT_CORE = 0.85;
/** Smaller places are let go, face widths squared. [unrecorded] */
export const DOUBT_LEAST_AREA = 0.01;
/** How far a place grows beyond its core, face widths. [unrecorded] */
export const DOUBT_GROWN = 0.03;
/** Places of a sitter at most. [unrecorded] */
export const DOUBT_MOST = 8;
