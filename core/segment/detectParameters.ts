/**
 * The numbers of one stage of finding people: faces and the points of their mesh.
 *
 * Each says its unit, what it does, and how it was found:
 * [network] given by the network that is used; [paper] from the paper named; [measured] read off true masks,
 * as told; [tried] values about it were tried on the portraits with true masks and this one was best or as
 * good as any; [numerical] keeps arithmetic calm, the result hardly depends on it; [unrecorded] chosen while
 * the stage was written, by looking at the portraits, with no measurement on record.
 */

// detectFaces
/** Score 0..1 from which on a box counts as a face. [unrecorded] */
export const LEAST_SCORE = 0.5;
/** Intersection over union from which on two boxes are one face. [unrecorded] */
export const MOST_OVERLAP = 0.3;
/**
 * Numbers that the detector gives for each anchor: a score and sixteen of the box and its points. [network]
 */
export const ANCHOR_VALUES = 17;
/** Share of a tile that the next one looks at too, where small faces are looked for. [unrecorded] */
export const TILE_OVERLAP = 0.25;
/** Tiles along the photo’s shorter side. [unrecorded] */
export const TILES_ACROSS = 3;

// faceLandmarks
/**
 * Logit from which on the mesh lies on a face: true faces give 12.8 and above, false ones up to 9. [measured]
 * on the portraits
 */
export const LEAST_CONFIDENCE = 10;
/** Side of the square that the mesh network is given, in faces. [network] */
export const MESH_ROOM = 1.5;

// faceFrame
/** A face’s width as a share of its height, for faces that are seen from the side. [unrecorded] */
export const WIDTH_OF_HEIGHT = 0.78;
