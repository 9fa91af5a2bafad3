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
/** Nothing is looked for farther beyond the landmarks than this share of a brow’s length. [unrecorded] */
export const BROW_END = 0.28;
/**
 * Where a brow is, in log odds: within the landmarks’ loop, less by one for every so much of its length beyond it, and
 * more by so much for each of the parser’s. [tried] on heads of even number: the landmarks alone, brows 0.620; 3.5, 0.03
 * and 2 as good as 4.6, 0.025 and 3.2, with which brows change more with the light’s colour
 */
export const [BROW_INSIDE, BROW_EDGE, BROW_TOLD] = [3.5, 0.03, 2];
/** The parser is taken to say no less, 0..1: so a brow that only the landmarks see still is one. [tried] 0 does the same */
export const BROW_UNTOLD = 0.15;
/** Rank among the drops of light within the landmarks of what counts as a hair in full, 0..1. [tried] likewise */
export const BROW_FULL = 0.92;
/** What is less likely a brow tells of the skin about it, 0..1. [tried] likewise: 0.02, brows 0.634; 0.1, 0.641; 0.3, 0.642 */
export const BROW_SKIN = 0.2;
/** How much of skin’s own variation counts as no hair. [tried] likewise: 0.3, brows 0.642; 0.15, 0.644 */
export const BROW_BARE = 0.15;

// eyeParts
/**
 * An iris is larger than the larger of the network’s two guesses by this factor. [measured] 1.15 to 1.26 on
 * the portraits
 */
export const RADIUS_OF_GUESS = 1.2;
/** And within this share of that. [measured] likewise */
export const GUESS_SLACK = 0.1;
/** Long side of an eye’s window, pixels. [unrecorded] */
export const EYE_LONG_SIDE = 400;
/**
 * How far a small eye is enlarged towards that. [tried] on the heads of even number: irises 0.745 to 0.762, whites
 * 0.654 to 0.676; mouths and brows gained nothing by it
 */
export const EYE_ENLARGED = 2;
/** Height of the opening as a share of its width below which an eye counts as half closed. [unrecorded] */
export const HALF_CLOSED = 0.16;
/** Step of tone across the iris’ edge below which the eye is unsure. [unrecorded] */
export const WEAK_EDGE = 0.06;
/**
 * OKLab chroma by which white may depart from that of the brightest there in the same shade, besides what these
 * depart from each other. [tried] on the heads of even number, with noise and in green light too; lightness alone, as
 * before: whites 0.730, so 0.749
 */
export const WHITE_CHROMA = 0.025;
/** Over how much more it ends being white, OKLab chroma. [tried] likewise */
export const WHITE_FADE = 0.02;
/** Lightness as a share of the brightest there below which nothing is white. [tried] likewise */
export const LEAST_WHITE = 0.5;
/** Both irises have one radius where they differ by more than this share. [unrecorded] */
export const SAME_SIZE = 0.05;
/** Softness of the lids’ border, share of the eye’s width; so are the next five. [unrecorded] */
export const LID_REACH = 0.025;
/** How far the opening may reach below the landmarks. [unrecorded] */
export const LOWER_SLACK = 0.04;
/** And above them: lashes hang into it. [unrecorded] */
export const UPPER_SLACK = -0.022;
/** Nothing of the eye lies farther out. [unrecorded] */
export const FARTHEST = 0.1;
/** The same upward. [unrecorded] */
export const FARTHEST_UP = 0.015;
/** What lies this far inside is the eye for sure. [unrecorded] */
export const EYE_CORE = -0.03;
/**
 * OKLab lightness by which lashes are darker than the lid. [tried] on the heads of even number: 0.06 takes lids for
 * eyes, 0.15 finds fewer irises
 */
export const LASH_DARKER = 0.1;
/** Colours of an eye, and of the lids about it. [tried] likewise: 2 takes less of the lids than 3, 4 or 5 */
export const EYE_COLOURS = 2;
/**
 * Likeness from which on a pixel is of the opening, and from which on in full. [tried] on the heads of even number:
 * irises 0.762 to 0.806 or so, whites 0.676 to 0.730, with the two before and PUPIL_WEIGHT
 */
export const SURELY_OPEN = [0.6, 0.95] as const;
/** The same for where the iris is looked for, which a lid's shade must not hide. [unrecorded] */
export const HARDLY_OPEN = [0.25, 0.75] as const;

// irisFit
/** How far an iris’ middle lies beside the opening’s, share of the eye’s width. [unrecorded] */
export const IRIS_ASIDE = 0.3;
/** And above or below it. [unrecorded] */
export const IRIS_UPWARD = 0.16;
/** How far it lies from the network’s guess, share of its radius: one standard deviation. [unrecorded] */
export const IRIS_ASTRAY = 0.6;
/**
 * What the step from a pupil to its iris counts beside that from the iris to the white. [tried] on the heads of even
 * number: without it irises are 0.802, but 0.763 and 0.747 where lashes or the window change a little; with it 0.804 to
 * 0.809 in all three
 */
export const PUPIL_WEIGHT = 0.25;
/** Where the two sides of that step are read, shares of the iris' radius. [tried] 0.15 to 0.3, 0.6 to 0.8 */
export const [PUPIL_INSIDE, PUPIL_BESIDE] = [0.2, 0.65];
/** Radius of a pupil as a share of the iris’, at least. [unrecorded] */
export const LEAST_PUPIL = 0.22;
/** At most. [unrecorded] */
export const MOST_PUPIL = 0.56;
/** And where it cannot be seen. [unrecorded] */
export const USUAL_PUPIL = 0.42;
/** Step of tone below which a pupil cannot be told from its iris. [unrecorded] */
export const LEAST_PUPIL_EDGE = 0.05;
/**
 * Half the arc at each side along which the white is looked for, degrees: lids hide the rest. [unrecorded]
 */
export const SIDE_DEGREES = 48;
/** Places along an arc. [numerical] */
export const ARC_SAMPLES = 13;
/** What one side alone counts, 0..1. [unrecorded] */
export const ONE_SIDED = 0.6;
/** Distance of the rings that are compared, share of the eye’s width. [unrecorded] */
export const RINGS_APART = 0.028;
/** Steps of place and radius in which circles are tried, share of the eye’s width. [numerical] */
export const CIRCLE_STEP = 0.006;
/**
 * Circles that score at least this share of the best one are averaged. [tried] irises from 0.747 to 0.854,
 * with what is told in decision 26
 */
export const NEARLY_BEST = 0.9;
/** Pixels that vote for the disc of dark, at most. [numerical] */
export const DISC_POINTS = 500;
/** Tone over which a vote goes from dark to white. [unrecorded] */
export const VOTE_SOFTNESS = 0.07;
/** How far about a first guess circles are tried, share of the eye’s width. [unrecorded] */
export const REFINE_REACH = 0.024;
/** Rank of the white’s usual tone within the opening, 0..1. [unrecorded] */
export const WHITE_PERCENTILE = 0.8;
/** Tone that is brighter than white, share of the white’s. [unrecorded] */
export const GLINT = 1.12;
/** Tone where white ends, share of the white’s. [unrecorded] */
export const WHITE_FROM = 0.8;
/** OKLab chroma that white may have. [unrecorded] */
export const FREE_CHROMA = 0.03;

// lidLine
/** Places along an eye at which the lid’s height is read. [numerical] */
export const LID_PLACES = 28;
/** Rounds of fitting. [numerical] */
export const LID_ROUNDS = 12;
/** What a height beyond the line counts, 0..1: lashes reach beyond the lid, never the other way. [tried] */
export const BEYOND_WEIGHT = 0.12;
/** Degree of the polynomial that a lid is. [unrecorded] */
export const LID_DEGREE = 3;

// likeness
/** OKLab standard deviations that noise alone may make. [unrecorded] */
export const LIKENESS_SPREAD = [0.02, 0.005, 0.005] as const;
/** Density of a colour that no model foresaw, OKLab^-3. [unrecorded] */
export const LIKENESS_UNFORESEEN = 3;
/** Pixels that a model learns from, at most. [numerical] */
export const LIKENESS_SAMPLES = 3000;
/** How small a step of OKLab is an edge, squared. [unrecorded] */
export const LIKENESS_EPSILON = 3e-5;

// mouthParts
/** Long side of the mouth’s window, pixels. [unrecorded] */
export const MOUTH_LONG_SIDE = 480;
/**
 * How far from the landmarks the border is looked for, share of the mouth’s width. [tried] on the heads of even number:
 * 0.028, as before, lips 0.875; with this and the next three 0.893
 */
export const BORDER_REACH = 0.055;
/** Colours of lips, and of the skin about them. [tried] likewise */
export const LIP_COLOURS = 2;
/** What lies this far inside the landmarks is lips for sure, share of the mouth’s width. [tried] likewise */
export const LIPS_CORE = -0.05;
/** From where to where beyond the landmarks is skin for sure, share of the mouth’s width. [tried] likewise */
export const [BARE_FROM, BARE_TO] = [0.06, 0.25];
/** Lightness from which on the dark of a mouth becomes teeth, share of the brightest there. [unrecorded] */
export const TEETH_FROM = 0.62;
/** And from which on it is all teeth. [unrecorded] */
export const TEETH_TO = 0.82;
/** OKLab chroma that teeth may have. [unrecorded] */
export const MOST_TEETH_CHROMA = 0.075;
/** An opening lower than this share of the mouth’s width shows nothing that can be told. [unrecorded] */
export const LEAST_OPENING = 0.02;
/** Depth of the rim that is lips for sure, share of the mouth’s width. [unrecorded] */
export const LIPS_RIM = 0.07;
/**
 * Log odds that a place midway between the landmarks of the border and of the gap is lips, however thin these are, and
 * the odds that colour alone may speak with. [tried] by looking at seventeen photographed mouths: thin upper lips of
 * smiles were lost, on which landmarks lie better than on drawn faces; on heads of even number without both, lips 0.907,
 * with 0.903
 */
export const [MID_LIP, MOUTH_COLOUR_ODDS] = [2, 12];
/** How far a place must lie midway to tell of the lips’ colours, 0..1. [tried] likewise; even heads 0.905 to 0.907 */
export const MID_SURE = 0.6;
/** Lips are taken to be no thinner, share of the mouth’s width. [numerical] */
export const LEAST_LIP = 0.02;
/**
 * How far beyond the gap’s landmarks something else may show, share of the mouth’s width, and how softly. [tried] by
 * looking likewise, where 0.03 and 0.05 took lips for what is between them; on heads of even number alike
 */
export const [GAP_SLACK, GAP_REACH] = [0.015, 0.04];
/** Colours of what shows between lips, and of the lips about it. [tried] likewise: 4 and 3 the same; portraits 0.945 for 0.947 */
export const GAP_COLOURS = 2;
/**
 * Share of the sure lips that are as unlike lips as what surely is something else. [tried] likewise: 0.1, lips 0.877;
 * 0.03, 0.893; 0.01, 0.898; 0.003, 0.901; 0, 0.901
 */
export const LEAST_LIKE_LIPS = 0.003;
/**
 * Chroma below which something shows between lips that are hardly open, share of the lips’ own. [tried] likewise: 0.6,
 * 0.5 of such teeth counted as lips; 0.7, 0.39; 0.8, 0.34; 0.85, 0.33 and less of the lips left
 */
export const PALE_BETWEEN = 0.8;
/** Pixels that tell of the lips’ colours, at most. [numerical] */
export const LIPS_SAMPLES = 3000;

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
