/**
 * The numbers of one stage of finding people: a head and its surroundings divided into skin, hair, clothes,
 * background and other sitters, on a coarse grid.
 *
 * Each says its unit, what it does, and how it was found:
 * [network] given by the network that is used; [paper] from the paper named; [measured] read off true masks,
 * as told; [tried] values about it were tried on the portraits with true masks and this one was best or as
 * good as any; [numerical] keeps arithmetic calm, the result hardly depends on it; [unrecorded] chosen while
 * the stage was written, by looking at the portraits, with no measurement on record.
 */

// headGrid
/** How far a sitter reaches to each side of the bridge of the nose, face widths. [unrecorded] */
export const REACH_ASIDE = 2.7;
/** The same upward. [unrecorded] */
export const REACH_UP = 2.2;
/** The same downward. [unrecorded] */
export const REACH_DOWN = 4.2;
/** How far a place must be this sitter's, by nearness to the heads, to be looked at, 0..1. [numerical] */
export const OWN_FROM = 0.02;
/** And how sure the parser must be that something of this sitter is there, 0..1. [numerical] */
export const OWN_TOLD = 0.3;
/** Long side of the grid on which classes are told apart, pixels. [unrecorded] */
export const HEAD_GRID_LONG_SIDE = 480;
/** Long side at which they are refined, pixels. [unrecorded] */
export const HEAD_VIEW_LONG_SIDE = 1400;
/** Window over which roughness is taken, face widths. [unrecorded] */
export const ROUGHNESS_REACH = 0.012;
/**
 * Side of the crop about the head that the person network is asked about, face widths; it is asked about the
 * whole photo as well. [unrecorded]
 */
export const HEAD_CROP = 3.6;
/**
 * Side of the crop about the body that it is asked about where the photo is much larger, face widths.
 * [unrecorded]
 */
export const BODY_CROP = 8;
/** How far the middle of that lies below the bridge of the nose, face widths. [unrecorded] */
export const BODY_CROP_BELOW = 2.8;
/** Share of the photo's long side below which the crop is worth asking about. [unrecorded] */
export const BODY_CROP_FROM = 0.75;
/**
 * Such a share of a crop is to be darker than the brightness next to it, encoded, 0..1: a darker crop is shown brighter
 * to the networks that tell people and parts. [tried] factors of 1 to 3 on heads of even number and seven portraits,
 * soft IoU of what the person network says about the head: dark curls before a dark wall (0.48 where this is 0.8) 0.530
 * to 0.887 with 1.6 to 2, dark ones at 0.73 to 0.80 0.769 to 0.788 with 1.3, others the same or, from 0.9 on, less. Shown
 * to the parser too, heads of even number at 0.45 of their brightness have all skin 0.925 to 0.934
 */
export const EXPOSED = [0.9, 0.8] as const;
/** By so much it is made brighter at most. [numerical] */
export const MOST_GAIN = 5;
/**
 * What the whole photo shows as a person from this probability on, and so many places of the network's answer about it
 * too, is one, whatever a crop says. [unrecorded]
 */
export const [SURELY_PERSON, DEEP_WITHIN] = [0.9, 3];

// headClasses
/** Least standard deviation of the logarithm of roughness within a class. [numerical] */
export const LEAST_ROUGH_SPREAD = 0.3;
/** Rounds of telling classes by colours and colours by classes: two lost hair of touching sitters. [tried] */
export const CLASS_ROUNDS = 4;
/** Gaussians in the colours of a class. [unrecorded] */
export const CLASS_COMPONENTS = 6;
/** Pixels from which a class learns its colours, at most. [numerical] */
export const CLASS_SAMPLES = 4000;
/** OKLab standard deviations that noise alone may make. [unrecorded] */
export const CLASS_SPREAD = [0.02, 0.006, 0.006] as const;
/**
 * Density of a colour that no model foresaw, OKLab^-3. [tried] on eight heads of even number, against 2: hair
 * 0.822 for 0.821, clothes counted as hair 2.1 for 2.5 %
 */
export const CLASS_UNFORESEEN = 20;
/** Radius of the window in which classes follow colour edges, pixels of the grid. [unrecorded] */
export const CLASS_GUIDE_RADIUS = 4;
/** How small a step of OKLab is an edge there, squared. [unrecorded] */
export const CLASS_GUIDE_EPSILON = 4e-5;
/** Share 0..1 from which on a pixel teaches its class. [unrecorded] */
export const CLASS_SURE = 0.85;
/** Share 0..1 that the parser must give a class for a pixel to teach it at first.[unrecorded] */
export const CLASS_TOLD = 0.7;
/** A class that is nowhere so sure learns from places this near to its surest one, share of that.[unrecorded] */
export const SUREST = 0.85;
/** And from none where its surest place is below this, 0..1.[unrecorded] */
export const LEAST_SURE = 0.3;
/** What the parser leaves to a class that it sees nowhere near, 0..1.[unrecorded] */
export const LEAST_TOLD = 0.002;
/**
 * Share 0..1 from which on the parser sees what is not on everybody, and places of its answer that must be so for any of
 * that to be there: a hat is no spot in the hair, and another sitter none in the clothes. [measured] hats: three that are
 * drawn reach 0.95 in 352 places at least, hair of four photographs in 29 at most; glasses: on heads of even number 41 at
 * least, on 19 sitters of photographs 30, the eyes of one who laughs 23 and bowed ones in the dark 34; others [unrecorded]
 */
export const PRESENT = {
  beard: [0.5, 15],
  glasses: [0.5, 28],
  hat: [0.9, 100],
  others: [0.5, 100],
} as const;
/**
 * And the share that it must reach in one. [measured] on heads of even number: beards that are none reach 0.44 at
 * most, those that are some 0.84 at least, and one of which little shows 0.60
 */
export const SURELY_PRESENT = 0.6;
/**
 * Beside a neck there is hardly any hair farther than this, face widths, from where the parser sees some. [measured] on
 * heads of even number and seven portraits, of true hair 0.0 to 0.3 % lies where it sees less than 0.1 within this reach
 * (of one head, whose hair it hardly knows, 1.1 %, of dark hair before black 3.5 %), and on three photographs nine tenths
 * of the collars, ground and shade that were dyed with the hair where it sees less than 0.13
 */
export const UNSEEN_REACH = 0.1;
/** Shares seen within that reach below which there is hardly any hair, and from which on none is taken. [measured] there */
export const [UNSEEN_BELOW, SEEN_FROM] = [0.05, 0.15];
/**
 * Heights below the bridge of the nose over which this begins to count, face widths: ears are there. [tried] counting
 * above them takes the hair of that one head from 0.88 to 0.77
 */
export const [UNSEEN_FROM, UNSEEN_TO] = [0.1, 0.3];
/**
 * Over this distance below the chin it counts less and less, face widths. [tried] counting on the chest, too, takes drawn
 * hair that hangs there from 0.99 to 0.76
 */
export const UNSEEN_CHIN = 0.2;
/** What is left of the parser's share there. [tried] 0.02 to 0.005 look alike on seven photographs */
export const UNSEEN_LEFT = 0.005;
/** Over this distance from the border of the parser's square it is less and less asked, face widths.[unrecorded] */
export const PARSER_RIM = 0.3;
/** Share below which a class is nowhere. [numerical] */
export const LEAST_PRESENT = 0.02;
/**
 * The silhouette shows somebody from this probability on, and how far about it anything of a sitter may be, face widths.
 * [measured] on heads of even number: of their hair 0.0 to 1.7 %, of one 5.7 %, lies farther than 0.15 from where it is
 * above 0.2. [tried] there: 0.2 and 0.2 take 0.11 from the hair of that one, with 0.05 its reach may be 0.15 to 0.5; on
 * photographs 0.2 and 0.5 took a dark door right behind dark hair and leaves about a bald head for hair
 */
export const [SILHOUETTE_FROM, SILHOUETTE_REACH] = [0.05, 0.15];
/** Share of what is about a place that the silhouette must show for the parser to be believed in full there. [numerical] */
export const SILHOUETTE_FULL = 0.1;
/** Where it shows somebody from this probability on, nothing that deep within is background, face widths. [unrecorded] */
export const [SILHOUETTE_INSIDE, SILHOUETTE_DEPTH] = [0.5, 0.1];
/**
 * What is left of what the parser says against it there, 0..1. [tried] with 0.05 that door stayed hair; heads of even
 * number but one (hair 0.810 to 0.803) are the same
 */
export const BARE_LEFT = 0.01;
/** What a person is made of beyond the parser's square, before colours are looked at. [unrecorded] */
export const OF_BODY = { skin: 0.3, hair: 0.1, clothes: 0.6 } as const;
/**
 * Over this distance from one sitter to the next places go over from one to the other, face widths.
 * [unrecorded]
 */
export const SITTERS_MEETING = 0.05;
/** So many times that farther than another sitter, a place is not this one's at all. [numerical] */
export const FAR_BEHIND = 20;
/** Distance from the face, in face widths, beyond which no shape of a head is assumed. [unrecorded] */
export const FAR_FROM_FACE = 0.65;

// shadedJaw
/**
 * A beard is surely seen on the chin from the second share on, and from the first on where it is rougher than the skin
 * by the third, a difference of logarithms. [measured] a jaw in shade behind a hand on a photograph has 0.62 and 0.70;
 * of beards there and on heads of even number with 0.57 to 0.75 a short grey one is rougher by 0.78, the others by 1.03
 */
export const [SHADE_CHIN, SURE_CHIN, SHADE_ROUGH] = [0.57, 0.75, 0.74];
/**
 * Or it is rougher than the skin by this much, a difference of logarithms, where the share is above the other.
 * [measured] there: shade 0.86 at most (a ribbed collar), thin beards 1.01 at least
 */
export const [SHADE_ROUGHER, SHADE_TOLD] = [0.9, 0.5];

// faceChroma
/** Share from which on a place within the face's oval teaches its skin's chroma. [unrecorded] */
export const FACE_SKIN = 0.9;
/** Places that it takes at least. [numerical] */
export const LEAST_FACE_PIXELS = 60;
/** OKLab chroma by lightness below which a face tells nothing: a grey photo. [unrecorded] */
export const LEAST_FACE_CHROMA = 0.02;
/**
 * Share of the face's chroma, at the same lightness and along its hue, from which on a place may be skin. [measured]
 * on heads of even number and seven portraits in five lights each: of the skin below the chin 99.5 % keep 0.56 at
 * least.
 */
export const PALE_SKIN = 0.55;
/** The same below which it is cloth. [measured] there: white, grey, blue and green clothes keep -0.9 to 0.47. */
export const PALE_CLOTH = 0.4;
/** The same up to which it may be skin. [measured] there: of the skin below the chin 99 % keep 1.39 at most, all 1.56. */
export const VIVID_SKIN = 1.7;
/** And above which it is cloth. [measured] on photographs: half of an orange suit keeps 2.16 or more, red shirts 3 to 4 */
export const VIVID_CLOTH = 2.1;
/** What is left to skin of its share where it is as pale or as vivid as that. [unrecorded] */
export const UNLIKE_LEFT = 0.02;
/**
 * Shares of the face's chroma, along its hue and beside it, within which a place looks like this face's skin, and over
 * how much that ends. [tried] on heads of even number: from 0.7 to 1.3 a collar in the skin's colour became skin (0.98 of
 * it cloth, so 0.83); with these 0.97, and a bare chest 0.69 to 0.92; on photographs arms and shoulders, where the parser
 * sees clothes
 */
export const [LIKE_FROM, LIKE_TO, LIKE_ASIDE, LIKE_RAMP] = [0.8, 1.2, 0.12, 0.15];
/** What of the clothes there may be skin, 0..1: what the photo's own colours then tell apart. [tried] 0.4 does the same */
export const LIKE_TAKEN = 0.5;
/** Over this distance below the chin cloth is more and more thought of, face widths. [unrecorded] */
export const CLOTH_BELOW = 0.15;

// colourModel
/** Clusters of a small colour model. [unrecorded] */
export const MODEL_CLUSTERS = 5;
/** Rounds of clustering. [numerical] */
export const MODEL_ROUNDS = 8;
/** Pixels that it learns from, at most. [numerical] */
export const MODEL_SAMPLES = 3000;

// mixture
/** Rounds of clustering before Gaussians are fitted. [numerical] */
export const MIXTURE_ROUNDS = 10;
/** Logarithm below which a component adds nothing: less than a hundred-millionth. [numerical] */
export const LEAST_POWER = -20;

// localColours
/** Mean weight below which a place asks the wider window for its colours. [numerical] */
export const LOCAL_PRESENCE = 0.02;

// texture
/** Contrast of encoded lightness below which noise is all there is. [numerical] */
export const LEAST_CONTRAST = 0.004;

// commonBackground
/**
 * Over this distance from one sitter to the next their views of the background go over into each other, face
 * widths. [unrecorded]
 */
export const VIEWS_MEETING = 0.12;
/** Side of the squares at which the sitters' nearness is worked out there, pixels. [numerical] */
export const NEARNESS_CELL = 4;
/** Share below which a sitter's view of a place is not asked: half a code of coverage. [numerical] */
export const LEAST_NEARNESS = 1 / 510;

// partSitters
/**
 * How much more than a body's a head's word counts where both may be. [tried] on eight pictures of three heads of even
 * number, one before the bodies of two, 0 to 60: hair of the one in front 0.729 (0) to 0.778 (4), 0.785 (10); clothes
 * behind 0.916, 0.916, 0.910. Hair of five pairs that touch side by side 0.776 to 0.774, with the bounds below
 */
export const HEAD_FIRST = 5;
/** How far below the tip of the chin all is body, face widths. [tried] in the same way, 0.05 to 1 */
export const BODY_FROM = 0.1;
/**
 * How far from the face's oval all still counts as head, and from where nothing does, face widths. Long hair of somebody
 * behind may hang there. [tried] in the same way, without it and from 0.2 to 0.6: clothes behind 0.915 to 0.918, hair
 * behind 0.837 to 0.834, of one who wears it very wide
 */
export const [HEAD_NEAR, HEAD_FAR] = [0.3, 0.7];
