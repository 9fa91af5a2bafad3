/**
 * The numbers of one stage of finding people: eyes, brows and mouth, in windows of their own.
 *
 * Each says its unit, what it does, and how it was found:
 * [network] given by the network that is used; [paper] from the paper named; [measured] read off true masks,
 * as told; [tried] values about it were tried on the portraits with true masks and this one was best or as
 * good as any; [numerical] keeps arithmetic calm, the result hardly depends on it; [unrecorded] chosen while
 * the stage was written, by looking at the portraits, with no measurement on record.
 */

// browParts
/** Long side of a brow’s window, pixels. [unrecorded] */
export const BROW_LONG_SIDE = 400;
/** What is less likely a brow tells of the skin about it, 0..1. [unrecorded] */
export const BROW_SKIN = 0.1;
/** How far about a place skin tells of it, share of a brow’s length. [unrecorded] */
export const BROW_SKIN_NEAR = 0.1;
/**
 * Within what the hairs of a place are compared, share of a brow’s length, and by how much of what they are darker there
 * is more of them. [tried] on heads of even number: without, brows 0.691; 0.5 within 0.15, 0.720, within 0.06, 0.722,
 * within 0.03, 0.723; 0.7, 0.725
 */
export const [BROW_NEAR, BROW_GRAIN] = [0.03, 0.6];

// eyeParts
/** Long side of an eye’s window, pixels. [unrecorded] */
export const EYE_LONG_SIDE = 400;
/** How far a small eye is enlarged towards that. [unrecorded] */
export const EYE_ENLARGED = 2;
/** Height of the opening as a share of its width below which an eye counts as half closed. [unrecorded] */
export const HALF_CLOSED = 0.16;
/**
 * How sure of an iris the parser must be, 0..1, for the eye not to be unsure. [measured] 0.9 and above on open eyes of
 * heads of even number and of photographs, 0.83 to 0.9 on narrow ones, 0.72 and less on lowered lids
 */
export const LEAST_SURE = 0.8;
/**
 * OKLab chroma by which white may depart from that of the brightest there in the same shade, besides what these
 * depart from each other. [tried] on the heads of even number, whites with 0.025, 0.035 and 0.045: 0.829, 0.830, 0.830
 */
export const WHITE_CHROMA = 0.035;
/** Over how much more it ends being white, OKLab chroma. [tried] on the heads of even number: 0.035 hardly better */
export const WHITE_FADE = 0.02;
/** Lightness as a share of the brightest there below which nothing is white. [tried] likewise: 0.3, 0.829; 0.5, 0.829 */
export const LEAST_WHITE = 0.4;
/** Colours of an eye, and of the lids about it. [tried] likewise: 2 and 3 alike */
export const EYE_COLOURS = 2;
/** Smoothing along edges, share of the eye’s width. [tried] likewise: 0.008 the same */
export const EYE_SMOOTH = 0.014;
/** Likeness below which nothing is of the opening; as much below 1 it is in full. [tried] likewise: 0.1, irises 0.827; 0.15, 0.852; 0.25, 0.853; 0.3, 0.85 */
export const OPEN_FROM = 0.25;

// irisFit
/** How far about the middle of an eye its iris is looked for, places of the answer. [unrecorded] */
export const EYE_REACH = 30;
/** Places that must show iris or pupil for there to be one. [unrecorded] */
export const LEAST_DARK = 8;
/** An iris’ radius, of that of a disc as large as what shows of it: lids hide the rest. [unrecorded] */
export const RADII_OF_SEEN = [0.9, 1.5] as const;
/** Steps of place and radius in which discs are tried, places of the answer. [numerical] */
export const DISC_STEP = 0.5;
/**
 * Discs that hold at least this share of what the best one holds are averaged. [tried] on heads of even number, irises
 * and whites: 0.985, 0.881 and 0.836; 0.99, 0.885 and 0.840; 0.995, 0.881 and 0.837
 */
export const NEARLY_BEST = 0.99;
/**
 * An iris' radius as a share of that mean's: under the lids nothing speaks against a disc that is larger. [tried]
 * likewise: 1, 0.882 and 0.831; 0.98, 0.885 and 0.840
 */
export const OF_MEAN_DISC = 0.985;
/** Radius of a pupil as a share of the iris’, at least and at most. [unrecorded] */
export const [LEAST_PUPIL, MOST_PUPIL] = [0.15, 0.75];
/** Steps in which pupils are tried, places of the answer. [numerical] */
export const PUPIL_STEP = 0.25;

// likeness
/** OKLab standard deviations that noise alone may make. [unrecorded] */
export const LIKENESS_SPREAD = [0.02, 0.005, 0.005] as const;
/** Density of a colour that no model foresaw, OKLab^-3. [unrecorded] */
export const LIKENESS_UNFORESEEN = 3;
/**
 * Odds that colour alone may speak with beside the parser. [tried] on heads of even number: 2, lips 0.928, irises 0.851;
 * 3, 0.930 and 0.853; 5, 0.931 and 0.853; 12, 0.930 and 0.844; 30, 0.930 and 0.819
 */
export const LIKENESS_ODDS = 3;
/** How sure the parser must be of a feature, 0..1, for a pixel to tell of its colours, and of none for those about it. [tried] likewise: 0.8 and 0.1 alike */
export const [SURELY_ONE, SURELY_NONE] = [0.9, 0.05];
/** Pixels that a model learns from, at most. [numerical] */
export const LIKENESS_SAMPLES = 3000;
/** How small a step of OKLab is an edge, squared. [unrecorded] */
export const LIKENESS_EPSILON = 3e-5;

// mouthParts
/** Long side of the mouth’s window, pixels. [unrecorded] */
export const MOUTH_LONG_SIDE = 480;
/** Colours of lips, of what shows between them, and of the skin about them. [tried] on heads of even number: 2 and 3 alike */
export const LIP_COLOURS = 2;
/** Smoothing along edges, share of the mouth’s width, of the border and of the gap. [unrecorded] */
export const [LIPS_SMOOTH, GAP_SMOOTH] = [0.012, 0.008];
/** Likeness below which nothing is lips; as much below 1 it is in full. [tried] likewise: 0.15, lips 0.928; 0.2, 0.930; 0.3, 0.929 */
export const LIPS_FROM = 0.2;

// findParts
/** Long side at which the background is kept, pixels. [unrecorded] */
export const BACKGROUND_LONG_SIDE = 1400;
/** How far the mesh’s oval stays inside the face, face widths. [unrecorded] */
export const OVAL_SHORT = 0.022;
/** How far about the oval's border the parser is asked, face widths. [tried] on heads of even number: 0.06 to 0.15 alike */
export const FACE_BORDER_REACH = 0.08;
/** Power of the parser's odds there. [tried] 0.5, face 0.9115; 1, 0.9121; 2, 0.9124 */
export const FACE_PARSED = 2;
/** Power of both together: how sharply a face ends. [tried] 3 to 10 alike, 1 less */
export const FACE_SHARPNESS = 6;
/** What looks like hair this near to eyes, brows and nostrils is none, face widths. [unrecorded] */
export const FEATURE_MARGIN = 0.045;
/** How sure the parser must be of hair for it to hang over a brow, 0..1. [unrecorded] */
export const HAIR_OVER_FROM = 0.5;
/** And for it to cover it, 0..1. [unrecorded] */
export const HAIR_OVER_ALL = 0.9;
/**
 * Hair near enough for what looks like hair in the middle of the face to be some, places of the parser. [tried] on 20
 * photographs by eye: 0 leaves a rim of fringes and side hair undyed, 1 some of it, 2 and 3 alike; about eyes and brows it
 * dyes lids and tails of brows, so there it is not asked. Heads of even number have no such hair: nothing changes
 */
export const HAIR_NEAR = 2;
/** What lies this far inside the oval has no hair, face widths. [unrecorded] */
export const FACE_CORE = 0.13;
/** Up to here above the bridge of the nose, face widths. [unrecorded] */
export const FACE_CORE_TOP = -0.17;
/** Pixels of full coverage below which a part is not there (no teeth, a closed eye). [unrecorded] */
export const LEAST_COVERED = 12;
/** Share of unsure pixels from which on a part is doubtful. [unrecorded] */
export const SOFT_SHARE = 0.45;
/**
 * Coverage below which it is noise: pixels that belong to nothing stay as they are to the bit. [numerical]
 */
export const LEAST_VALUE = 0.02;
