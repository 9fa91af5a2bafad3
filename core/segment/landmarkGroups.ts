/** Closed loops and groups of the 468-point face mesh; right and left are the sitter's own. */
export const FACE_OVAL: readonly number[] = [
  10, 338, 297, 332, 284, 251, 389, 356, 454, 323, 361, 288, 397, 365, 379, 378, 400, 377, 152, 148, 176, 149,
  150, 136, 172, 58, 132, 93, 234, 127, 162, 21, 54, 103, 67, 109,
];
/** The outer border of the lips. */
export const LIPS_OUTER: readonly number[] = [
  61, 146, 91, 181, 84, 17, 314, 405, 321, 375, 291, 409, 270, 269, 267, 0, 37, 39, 40, 185,
];
/** The inner border of the lips. */
export const LIPS_INNER: readonly number[] = [
  78, 95, 88, 178, 87, 14, 317, 402, 318, 324, 308, 415, 310, 311, 312, 13, 82, 81, 80, 191,
];
/** The opening of each eye. */
export const EYE_LOOPS = {
  right: [33, 7, 163, 144, 145, 153, 154, 155, 133, 173, 157, 158, 159, 160, 161, 246],
  left: [263, 249, 390, 373, 374, 380, 381, 382, 362, 398, 384, 385, 386, 387, 388, 466],
} as const satisfies Record<string, readonly number[]>;
/** The outline of each brow. */
export const BROW_LOOPS = {
  right: [70, 63, 105, 66, 107, 55, 65, 52, 53, 46],
  left: [300, 293, 334, 296, 336, 285, 295, 282, 283, 276],
} as const satisfies Record<string, readonly number[]>;

/** Forehead, between the eyes, the nose down to below it, and the cheeks. */
const INNER_FACE: readonly number[] = [151, 9, 168, 195, 1, 2, 98, 327, 50, 280, 205, 425];
/** Every so many of an outline say where it lies. */
const thinned = (loop: readonly number[], step: number) => loop.filter((_, n) => n % step === 0);
/** Places that say how a face lies, in an order that lasts. */
export const FACE_POINTS: readonly number[] = [
  ...thinned(FACE_OVAL, 2),
  ...thinned(LIPS_OUTER, 2),
  ...[EYE_LOOPS.right, EYE_LOOPS.left].flatMap((loop) => thinned(loop, 4)),
  ...[BROW_LOOPS.right, BROW_LOOPS.left].flatMap((loop) => thinned(loop, 2)),
  ...INNER_FACE,
];

/** Mesh indices in the order of the refined lip points. */
export const LIP_POINTS: readonly number[] = [
  61, 146, 91, 181, 84, 17, 314, 405, 321, 375, 291, 185, 40, 39, 37, 0, 267, 269, 270, 409, 78, 95, 88, 178,
  87, 14, 317, 402, 318, 324, 308, 191, 80, 81, 82, 13, 312, 311, 310, 415, 76, 77, 90, 180, 85, 16, 315, 404,
  320, 307, 306, 184, 74, 73, 72, 11, 302, 303, 304, 408, 62, 96, 89, 179, 86, 15, 316, 403, 319, 325, 292,
  183, 42, 41, 38, 12, 268, 271, 272, 407,
];
/** Mesh indices in the order of the refined eye points; each begins with the outer corner. */
export const EYE_POINTS = {
  right: [
    33, 7, 163, 144, 145, 153, 154, 155, 133, 246, 161, 160, 159, 158, 157, 173, 130, 25, 110, 24, 23, 22, 26,
    112, 243, 247, 30, 29, 27, 28, 56, 190, 226, 31, 228, 229, 230, 231, 232, 233, 244, 113, 225, 224, 223,
    222, 221, 189, 35, 124, 46, 53, 52, 65, 143, 111, 117, 118, 119, 120, 121, 128, 245, 156, 70, 63, 105, 66,
    107, 55, 193,
  ],
  left: [
    263, 249, 390, 373, 374, 380, 381, 382, 362, 466, 388, 387, 386, 385, 384, 398, 359, 255, 339, 254, 253,
    252, 256, 341, 463, 467, 260, 259, 257, 258, 286, 414, 446, 261, 448, 449, 450, 451, 452, 453, 464, 342,
    445, 444, 443, 442, 441, 413, 265, 353, 276, 283, 282, 295, 372, 340, 346, 347, 348, 349, 350, 357, 465,
    383, 300, 293, 334, 296, 336, 285, 417,
  ],
} as const satisfies Record<string, readonly number[]>;
