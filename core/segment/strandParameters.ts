/**
 * The numbers of one stage of finding people: single strands: the classes at the photo’s own scale, and
 * sweeps along the edge of hair.
 *
 * Each says its unit, what it does, and how it was found:
 * [network] given by the network that is used; [paper] from the paper named; [measured] read off true masks,
 * as told; [tried] values about it were tried on the portraits with true masks and this one was best or as
 * good as any; [numerical] keeps arithmetic calm, the result hardly depends on it; [unrecorded] chosen while
 * the stage was written, by looking at the portraits, with no measurement on record.
 */

// refineClasses
/** Radius of the window in which classes follow the photo’s edges, pixels of the grid. [unrecorded] */
export const REFINE_GUIDE_RADIUS = 3;
/** How small a step of the square root of light is an edge there, squared. [unrecorded] */
export const REFINE_GUIDE_EPSILON = 1e-4;
/** Window over which colours near a place are taken, face widths. [tried] */
export const COLOUR_REACH = 0.16;
/** Band about the hair in which strands are looked for, face widths. [tried] wider did worse */
export const STRAND_REACH = 0.11;
/** Share of a class from which on a pixel tells of its colours. [tried] */
export const PURE = 0.9;
/** Share of hair about a place above which the background there is hardly trusted to be bare. [unrecorded] */
export const BARE_BELOW = 0.5;
/** How far it is trusted then. [unrecorded] */
export const HARDLY_TRUSTED = 0.02;
/**
 * Looks at the band: the second knows the colours of what the first took for hair and for ground. [tried] a
 * third changes nothing
 */
export const LOOKS = 2;
/** Radius over which the first look tells the second where hair is, pixels. [tried] */
export const TOLD_RADIUS = 4;
/** How far that is believed, 0..1. [tried] */
export const TOLD = 0.5;
/** Window that tells how deep inside the hair a place lies, face widths. [unrecorded] */
export const DEEP_REACH = 0.06;
/** Standard deviations of the ground, of the mean of nine pixels, that are not yet a strand. [tried] */
export const BAND_GROUND_NOISE = 0.6;
/** Window in which a strand is thin, face widths. [tried] on heads of even number; twice as wide does the same */
export const CLOUD_REACH = 0.03;
/** Share of hair about a place from which on single pixels are believed. [unrecorded] */
export const AMONG_HAIR = 0.15;
/**
 * Share from which on a class is sure, and how far about such a place it may be mixed, face widths: strands fly
 * further than skin or cloth blurs. Skin and clothes [unrecorded]; hair [tried] on heads of even number: 0.65 and
 * 0.8, 0.06 to 0.16 give the same, and black hair on black keeps more with 0.65
 */
export const HAZES = {
  skin: { sure: 0.5, reach: 0.04 },
  clothes: { sure: 0.5, reach: 0.04 },
  hair: { sure: 0.65, reach: 0.1 },
} as const;
/** Share of sure places there from which on all of it counts. [unrecorded] */
export const HAZE = 0.03;
/** Haze below which there is nothing to drop. [numerical] */
export const LEAST_HAZE = 0.002;
/** Gap up to which hair still hangs together, face widths: a strap, a hand, a collar. [unrecorded] */
export const HAIR_GAP = 0.25;
/** Hair grows from what lies this near to the middle line of the head, face widths. [unrecorded] */
export const SCALP_REACH = 0.3;
/**
 * Share of hair that the parser must see on average in a patch of it below the chin. [measured] patches on heads of even
 * number that are hair have 0.18 at least, spots on ties of photographs 0.03 to 0.08; above, hair at a hat has less
 */
export const HAIR_TOLD = 0.1;
/** Power by which the nearer of two grounds prevails. [unrecorded] */
export const MEETING_SHARPNESS = 3;
/** Share below which a second ground is not looked at. [numerical] */
export const LEAST_SECOND = 0.02;
/** Share below which what a pixel has besides hair tells nothing about it. [numerical] */
export const LEAST_REST = 0.02;
/** Share of hair below which a place lies outside the band. [numerical] */
export const NEARLY_NONE = 1e-4;
/** And above which. [numerical] */
export const NEARLY_ALL = 0.9999;

// strandShares
/** Share of hair about a place from which on it lies deep inside. [tried] */
export const BAND_DEEP_FROM = 0.9;
/** How far the classes may be off in the band, 0..1. [tried] */
export const CLASS_DOUBT = 0.25;
/** Share of hair about a place from which on it counts as beside the hair. [unrecorded] */
export const BESIDE = 0.05;
/**
 * On skin and cloth, where hair is no lone line: share of hair about a place up to which it is doubted.
 * [unrecorded]
 */
export const LONE = 0.2;
/**
 * Share from which on a pixel is all hair: among hairs their own shine and shade pass for a little ground. [tried] on
 * heads of even number, against 1: hair 0.838 for 0.831; 0.92 does the same
 */
export const ALL_HAIR = 0.95;
/** Steps at which powers are looked up. [numerical] */
export const POWER_STEPS = 1023;

// beardHairs
/**
 * Window over which a beard's density and its pixels' colours are taken, face widths. [tried] on heads of even number:
 * half and twice as wide do the same
 */
export const BEARD_REACH = 0.1;
/**
 * How far the pixels of a beard are told apart: the variance of their shares, of that which they had were each all
 * hair or all skin. [tried] on heads of even number: 0.35, beard 0.477; 0.25, 0.481; 0.15, 0.485, with more skin that
 * takes dye
 */
export const BEARD_SPREAD = 0.2;
/**
 * By so much a beard's odds over skin are told too high. [tried] on heads of even number with beards: 1, beard 0.581 and
 * 19 % of it skin that takes dye; 1.3, 0.583 and 16 %; 1.7, 0.580 and 13 %
 */
export const BEARD_TOLD_MORE = 1.3;
/** Variance of places on the line from skin to beard that is still one colour. [numerical] */
export const LEAST_SPREAD = 1e-4;
/** How far beyond skin and beard a place on the line counts, shares of it: a glint says no more than that. [unrecorded] */
export const BEYOND_LINE = 0.5;

// mixingLines
/** Mean weight below which a cell asks a wider window. [numerical] */
export const LINE_PRESENCE = 0.02;
/** Variance of a channel that noise alone makes, linear light. [unrecorded] */
export const LINE_NOISE = 1e-5;
/**
 * What colours may vary beyond what is seen of them, as a share of the light, in a face that is a pixel wide: the
 * fewer pixels tell, the less is known. [tried] on heads of even number, whose faces are 130 to 260 pixels wide:
 * without, hair 0.8368; 8, 0.8393; 14, 0.8406. The same share whatever the face is as good there, and takes 0.009
 * from hair in a portrait whose face is 470 pixels wide.
 */
export const LINE_DOUBT = 14;

// strandSweep
/** Long side of the window in which a sweep is solved, pixels. [unrecorded] */
export const SWEEP_LONG_SIDE = 1400;
/** Share of a sweep’s radius over which it gives way to what was there. [unrecorded] */
export const SWEEP_RIM = 0.35;
/** Coverage from which on a pixel is surely hair. [unrecorded] */
export const SWEEP_HAIR = 0.9;
/** Coverage up to which it surely is not. [unrecorded] */
export const SWEEP_GROUND = 0.08;
/** Standard deviations of the ground, of the mean of nine pixels, that are not yet a strand. [tried] */
export const SWEEP_GROUND_NOISE = 0.6;
/** Side of the cells in which colours are told apart, pixels. [unrecorded] */
export const SWEEP_CELL = 4;
/** How far what was there may be off along the sweep, 0..1. [unrecorded] */
export const SWEEP_DOUBT = 0.4;
/** The same deep inside the hair, where a strand that shines is no hole. [unrecorded] */
export const SWEEP_DEEP_DOUBT = 0.05;
/** Share of hair about a place from which on it lies deep inside. [unrecorded] */
export const SWEEP_DEEP_FROM = 0.93;
