/** What the face-mesh network says of one region; points in its 192-pixel input. */
export interface MeshOutput {
  /** logit: true faces 12.8 and above, false ones up to 9 (measured) */
  readonly confidence: number;
  /** 468 interleaved x, y, z */
  readonly points: Float32Array;
  /** 80 interleaved x, y */
  readonly lips: Float32Array;
  /** twice 71 interleaved x, y; which eye is which is told by their corners */
  readonly eyes: readonly [Float32Array, Float32Array];
  /** twice 5 interleaved x, y: middle of an iris and four points of its rim */
  readonly irises: readonly [Float32Array, Float32Array];
}

/**
 * The networks as the core sees them; a host fills them with a library. Inputs are interleaved red,
 * green, blue of encoded sRGB.
 */
export interface FaceNetworks {
  /** @param input 256 x 256, -1..1 @returns 896 anchors x 17: score logit, box, six key points in pixels */
  detect(input: Float32Array): Promise<Float32Array>;
  /** @param input 192 x 192, 0..1 */
  mesh(input: Float32Array): Promise<MeshOutput>;
  /** @param input 256 x 256, 0..1 @returns probability of a person per pixel */
  person(input: Float32Array): Promise<Float32Array>;
  /**
   * @param input 224 x 224 of seven planes, interleaved, 0..1 (see `parserPlanes`)
   * @returns how likely each of `PARSER_CLASSES` is in 112 x 112 places, weighed by `PARSER_WEIGHTS`, interleaved
   */
  parse(input: Float32Array): Promise<Float32Array>;
  /**
   * @param input 192 x 192 of six planes, interleaved (see `featureInput`)
   * @returns how likely each of `FEATURE_CLASSES` is in 96 x 96 places, interleaved
   */
  features(input: Float32Array): Promise<Float32Array>;
  /** @param input 150 x 150, 0..1 less the means of training @returns 128 numbers, near for one person */
  liken(input: Float32Array): Promise<Float32Array>;
}

/** Side of the face detector’s input, pixels. */
export const DETECT_SIZE = 256;
/** Side of the mesh network’s input, pixels. */
export const MESH_SIZE = 192;
/** Side of the person network’s input, pixels. */
export const PERSON_SIZE = 256;
/** Side of the likeness network’s input, pixels. */
export const LIKENESS_SIZE = 150;
/** Side of the head parser’s input, pixels. */
export const PARSER_SIZE = 224;
/** Side of its answer, places. */
export const PARSER_ANSWER_SIZE = 112;
/** What the head parser is shown of every pixel. */
export const PARSER_PLANES = 7;
/** What the head parser tells apart; the answer’s order. */
export const PARSER_CLASSES = [
  'background',
  'others',
  'face',
  'body',
  'hair',
  'beard',
  'brows',
  'clothes',
  'glasses',
  'hat',
] as const;
/**
 * How much more than others each of them weighed in training, by which its answers are weighed back; in that order.
 * Beards and brows, three times there, stay as they were answered: what they are found by from there on was chosen
 * for that. Even heads, weighed back: glasses 0.524 to 0.586, faces 0.914 to 0.916; beards too: 0.484 to 0.368.
 */
export const PARSER_WEIGHTS = [1, 1, 1, 1.5, 1.5, 1, 1, 1, 4, 1.5] as const;

/** Side of the feature parser’s input, pixels. */
export const FEATURE_SIZE = 192;
/** Side of its answer, places. */
export const FEATURE_ANSWER_SIZE = 96;
/** What the feature parser is shown of every pixel. */
export const FEATURE_PLANES = 6;
/** What the feature parser tells apart; the answer’s order. */
export const FEATURE_CLASSES = ['rest', 'brow', 'iris', 'pupil', 'white', 'lips', 'teeth', 'gap'] as const;
export type FeatureClass = (typeof FEATURE_CLASSES)[number];
