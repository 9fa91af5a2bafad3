/**
 * The numbers of one stage of finding people: what a sitter shows beyond the surroundings of the head.
 *
 * Each says its unit, what it does, and how it was found:
 * [numerical] keeps arithmetic calm, the result hardly depends on it; [unrecorded] chosen while the stage was
 * written, by looking at pictures, with no measurement on record.
 */

/** How far a body reaches from the bridge of the nose, face widths: a figure is seven to eight heads high. [unrecorded] */
export const REACH_OF_BODY = { aside: 8, up: 4, down: 13 } as const;
/** Long side of the grid on which skin and clothes are told apart, pixels. [unrecorded] */
export const BODY_GRID_LONG_SIDE = 480;
/** Long side at which they are refined, pixels. [unrecorded] */
export const BODY_VIEW_LONG_SIDE = 1400;
/** What the head's surroundings leave of the photo is looked at from this width on, face widths. [unrecorded] */
export const LEAST_BEYOND = 0.2;
/** Share from which on a place about the head teaches its colours. [unrecorded] */
export const BODY_SURE = 0.85;
/** Pixels from which a class learns its colours, at most. [numerical] */
export const BODY_SAMPLES = 3000;
/** Gaussians in the colours of a class. [unrecorded] */
export const BODY_COMPONENTS = 4;
/** Standard deviations of the logarithm of lightness and of a / L and b / L that go beyond what was seen. [unrecorded] */
export const BODY_COLOUR_SPREAD = [0.25, 0.02, 0.02] as const;
/** Density of a colour that was not seen about the head. [unrecorded] */
export const BODY_UNFORESEEN = 6;
/** Share of skin in a body, before colours are looked at. [unrecorded] */
export const SKIN_OF_BODY = 0.25;
/** Over this distance what was found about the head goes over into what lies beyond, face widths. [unrecorded] */
export const SEAM = 0.08;

/** Cells to a face width in which skin beside the face's is told by limbs. [numerical] */
export const CELLS_OF_FACE = 10;
/** Share of a cell from which on it hangs together with those beside it. [unrecorded] */
export const LEAST_OF_CELL = 0.4;
/** The neck's middle lies so far below the chin, and what is as near to it is the neck's, face widths. [unrecorded] */
export const NECK_REACH = 0.35;
/** Of skin that hangs together with the neck, what lies farther aside than shoulders begin is arms, face widths. [unrecorded] */
export const ARMS_FROM_ASIDE = 1.15;
/** The same of what lies farther below the bridge of the nose than a chest shows. [unrecorded] */
export const ARMS_FROM_BELOW = 2.7;
/** A piece of skin by itself is the chest's up to these, in the mean, face widths. [unrecorded] */
export const CHEST_PIECE = { aside: 0.7, below: 2 } as const;
/**
 * A piece of skin by itself is legs if it lies so far below the bridge of the nose in the mean, face widths; or begins
 * so far below it and is larger than a hand, square face widths. A standing figure has its hips at 5. [unrecorded]
 */
export const LEGS = { surely: 6.5, from: 4, least: 0.9 } as const;
/** Of limbs so much shows at least, square face widths. [unrecorded] */
export const LEAST_LIMB = 0.12;
