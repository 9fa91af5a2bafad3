/**
 * The numbers of one stage of finding people: strokes with edge finding.
 *
 * Each says its unit, what it does, and how it was found:
 * [network] given by the network that is used; [paper] from the paper named; [measured] read off true masks,
 * as told; [tried] values about it were tried on the portraits with true masks and this one was best or as
 * good as any; [numerical] keeps arithmetic calm, the result hardly depends on it; [unrecorded] chosen while
 * the stage was written, by looking at the portraits, with no measurement on record.
 */

// edgeSelection
/** Long side of the grid on which strokes of the first solver are solved, pixels. [unrecorded] */
export const ALONE_LONG_SIDE = 512;
/**
 * The same for the second solver, which knows the area so far. [tried] decision 32: 420 nearer to the truth
 * than 512, and a quarter quicker
 */
export const STROKE_LONG_SIDE = 420;
/** Windows begin and end on so many steps of the photo’s longer side. [numerical] */
export const LATTICE = 12;
/** OKLab lightness that counts as one edge, larger than in hue: shading runs there. [unrecorded] */
export const LIGHTNESS_STEP = 0.045;
/** OKLab a or b that counts as one edge. [unrecorded] */
export const COLOUR_STEP = 0.01;
/** Price of a pixel of way, in edges squared. [unrecorded] */
export const ENTRY_COST = 0.003;
/**
 * Standard deviations from the stroke’s own colours beyond which a pixel is entered at a price. [unrecorded]
 */
export const MODEL_REACH = 2;
/** That price. [unrecorded] */
export const MODEL_PRICE = 0.4;
/** Coverage below which the area so far surely leaves something out. [tried] decision 32 */
export const STROKE_SURE = 0.05;
/** Pixels from which its colours are told. [unrecorded] */
export const LEAST_CONTRARY = 40;
/** Price of entering what looks more like those. [tried] decision 32 */
export const CONTRARY_PRICE = 0.4;
/** How sharp the border is where adding and removing strokes contend. [unrecorded] */
export const CONTEST_SHARPNESS = 5;
/** Radius of the window in which the result follows the photo’s edges, pixels of the grid. [unrecorded] */
export const STROKE_GUIDE_RADIUS = 3;
/** How small a step of the square root of light is an edge there, squared. [unrecorded] */
export const STROKE_GUIDE_EPSILON = 2e-4;
/** What the filter left this near to nothing or all becomes it. [unrecorded] */
export const FIRM_FROM = 0.12;
/** Windows that are kept between strokes. [numerical] */
export const MOST_GRIDS = 4;

// geodesic
/** Slots of the queue to one edge: distances are told apart that finely. [numerical] */
export const SLOTS_PER_UNIT = 64;
