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

// meshStarts
/**
 * Distance of the eyes from which on a face is seen from its front, distances from the eyes to the mouth. [measured] 0.01
 * to 0.28 where the mesh is doubtful on 60 rendered heads turned by 30 to 80 degrees, 0.42 on a photograph; 0.8 and above
 * seen from the front
 */
export const TURNED_EYES = 0.5;
/**
 * Score 0..1 from which on a box of a face that is turned away counts. [measured] likewise 0.74 and above; in 144
 * pictures without people one of 16 such boxes has more than 0.65, and its mesh is less sure than `LEAST_TURNED`
 */
export const TURNED_SCORE = 0.7;
/** Logit from which on the mesh lies on such a face. [measured] likewise -5.5 and above; -9 where there is none */
export const LEAST_TURNED = -8;
/** How far a mesh may lie off the detector's marks, sides of its box. [measured] likewise up to 0.092 */
export const MOST_OFF_MARKS = 0.1;
/**
 * And a mesh that is as sure as of a face from the front, sides of the box. [tried] on a small one under a cap with dark
 * glasses (0.14, right), a shaded one below a brim (0.16, a little high); in 206 pictures without people there is none
 */
export const MOST_OFF_SURE = 0.2;
/** What lying off the marks costs when meshes are compared, logits for a side of the box. [unrecorded] */
export const OFF_COSTS = 40;
/** How far to either side such a face is looked for, sides of the detector's box. [unrecorded] */
export const TURNED_SHIFT = 0.15;
/** Side of a closer square that the mesh network is given for it too, faces. [unrecorded] */
export const TURNED_ROOM = 1.25;

/**
 * How far a face's mesh may lie off the detector's marks before it is looked for from further starts, sides of its box.
 * [tried] on two portraits whose eyes large dark lenses hide, cropped about the face: 0.15 leaves meshes that lie up to a
 * quarter of a face too low. 2 of 60 faces of photographs that are right lie so far off; they stay right
 */
export const MOST_APART = 0.1;
/**
 * Score 0..1 from which on a face is looked for from further starts where the mesh sees none at first. [tried] on one
 * laughing under curls that hide its eyes (0.81); in 210 pictures without people it finds one face more, a mask somebody
 * wears
 */
export const HIDDEN_SCORE = 0.7;
/**
 * Sides of these squares, faces, and how far they lie above the detector's box, sides of it. [tried] on the same: up to
 * 0.4 above, the worst mesh lies 95 of 560 pixels too low, up to 0.6, 60
 */
export const [WIDER_ROOMS, HIGHER] = [
  [1.5, 1.8, 2.2],
  [0, 0.3, 0.6],
] as const;

// findParts
/** Two meshes whose bridges of the nose are nearer than this are of one face, face widths. [unrecorded] */
export const ONE_FACE = 0.4;

// faceFrame
/** A face’s width as a share of its height, for faces that are seen from the side. [unrecorded] */
export const WIDTH_OF_HEIGHT = 0.78;
