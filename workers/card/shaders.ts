import { BISECTIONS, SLACK } from '#core/colour/gamut';
import { CONE_WEIGHTS, LUMINANCE_WEIGHTS } from '#core/colour/luminance';
import { OKLAB } from '#core/colour/oklab';
import { MOST_CARD_NUMBERS } from '#core/render/card';

const number = (value: number) => value.toExponential(9);
const vector = (values: readonly number[]) => `vec${values.length}(${values.map(number).join(', ')})`;

/** A matrix of three rows; GLSL goes by columns. */
const matrix = (rows: readonly number[]) =>
  `mat3(${[0, 3, 6, 1, 4, 7, 2, 5, 8].map((at) => number(rows[at]!)).join(', ')})`;

const [LA, LB, MA, MB, SA, SB] = OKLAB.rootsOfAB;

const HEAD = `#version 300 es
precision highp float;
precision highp int;
precision highp sampler2D;
precision highp sampler2DArray;
precision highp sampler3D;
`;

/** Colours as core/colour has them: `oklabOf`, `linearOf`, `luminanceOf`, `lightnessAt`. */
export const CARD_WORDS = `
const mat3 LMS_OF_SRGB = ${matrix(OKLAB.lmsOfSrgb)};
const mat3 LAB_OF_ROOTS = ${matrix(OKLAB.labOfRoots)};
const mat3 SRGB_OF_LMS = ${matrix(OKLAB.srgbOfLms)};
const mat3 ROOTS_OF_LAB = ${matrix([1, LA, LB, 1, MA, MB, 1, SA, SB])};
const vec3 CONES = ${vector(CONE_WEIGHTS)};
vec3 cubeRoots(vec3 values) {
  vec3 sizes = max(abs(values), 1e-30);
  vec3 roots = pow(sizes, vec3(1.0 / 3.0));
  roots -= (roots * roots * roots - sizes) / (3.0 * roots * roots);
  return sign(values) * roots;
}
vec3 oklabOf(vec3 linear) { return LAB_OF_ROOTS * cubeRoots(LMS_OF_SRGB * linear); }
vec3 linearOf(vec3 lab) {
  vec3 roots = ROOTS_OF_LAB * lab;
  return SRGB_OF_LMS * (roots * roots * roots);
}
float luminanceOf(vec3 linear) { return dot(linear, ${vector(LUMINANCE_WEIGHTS)}); }
float lightnessAt(float luminance, vec2 tint, float guess) {
  vec3 offsets = ROOTS_OF_LAB * vec3(0.0, tint);
  float lightness = guess;
  for (int step = 0; step < 3; step++) {
    vec3 roots = lightness + offsets;
    float slope = 3.0 * dot(CONES, roots * roots);
    if (slope < 1e-9) return lightness;
    lightness -= (dot(CONES, roots * roots * roots) - luminance) / slope;
  }
  return lightness;
}
`;

/** One triangle that covers everything. */
export const VERTICES = `${HEAD}
void main() {
  gl_Position = vec4(gl_VertexID == 1 ? 3.0 : -1.0, gl_VertexID == 2 ? 3.0 : -1.0, 0.0, 1.0);
}`;

/** What a step's kernel may use: `numbers`, `fieldAt`, `fieldTexel`, `tabled`; `sure` is false where it cannot say. */
const STEP_WORDS = `
uniform sampler2D before;
uniform sampler2D coverage;
uniform sampler2DArray field;
uniform sampler2DArray edge;
uniform sampler3D table;
uniform float strength;
uniform vec4 frame;
uniform vec4 fieldFrame;
uniform vec4 edgeFrame;
uniform bool cleansEdges;
uniform vec4 numbers[${MOST_CARD_NUMBERS / 4}];
out vec4 after;
bool sure = true;
${CARD_WORDS}
vec4 between(sampler2DArray values, vec4 valueFrame, int layer, vec2 place) {
  ivec2 last = textureSize(values, 0).xy - 1;
  vec2 at = clamp((place - valueFrame.xy) * valueFrame.zw - 0.5, vec2(0.0), vec2(last));
  ivec2 near = ivec2(at);
  ivec2 far = min(near + 1, last);
  vec2 share = at - vec2(near);
  return mix(
    mix(texelFetch(values, ivec3(near, layer), 0), texelFetch(values, ivec3(far.x, near.y, layer), 0), share.x),
    mix(texelFetch(values, ivec3(near.x, far.y, layer), 0), texelFetch(values, ivec3(far, layer), 0), share.x),
    share.y);
}
vec4 fieldAt(int layer, vec2 place) { return between(field, fieldFrame, layer, place); }
vec4 fieldTexel(ivec2 at, int layer) { return texelFetch(field, ivec3(at, layer), 0); }
vec3 tabled(vec3 colour) {
  if (any(lessThan(colour, vec3(0.0))) || any(greaterThan(colour, vec3(1.0)))) {
    sure = false;
    return colour;
  }
  int last = textureSize(table, 0).x - 1;
  vec3 at = sqrt(colour) * float(last);
  ivec3 near = min(ivec3(at), last - 1);
  vec3 share = at - vec3(near);
  float most = max(share.r, max(share.g, share.b));
  float least = min(share.r, min(share.g, share.b));
  float middle = share.r + share.g + share.b - most - least;
  ivec3 first = most == share.r ? ivec3(1, 0, 0) : most == share.g ? ivec3(0, 1, 0) : ivec3(0, 0, 1);
  ivec3 lastAxis = least == share.b ? ivec3(0, 0, 1) : least == share.g ? ivec3(0, 1, 0) : ivec3(1, 0, 0);
  vec4 roots =
    (1.0 - most) * texelFetch(table, near, 0) +
    (most - middle) * texelFetch(table, near + first, 0) +
    (middle - least) * texelFetch(table, near + 1 - lastAxis, 0) +
    least * texelFetch(table, near + 1, 0);
  if (roots.a < 0.999) sure = false;
  return sign(roots.rgb) * roots.rgb * roots.rgb;
}
// core/render/edgeColours.ts
vec3 foreground(vec3 mixed, float alpha, vec2 place) {
  vec4 low = between(edge, edgeFrame, 0, place);
  vec4 high = between(edge, edgeFrame, 1, place);
  vec3 apart = low.rgb;
  float size = dot(apart, apart);
  float behind = size > 0.0 ? clamp(dot(vec3(low.a, high.rg) - mixed, apart) / size, 0.0, 1.0 - alpha) : 0.0;
  return min(max(mixed, 0.0) / alpha, max(mixed + behind * apart, 0.0));
}
`;

/**
 * A step: core/render/applyStep.ts about a kernel.
 * @param kernel defines `vec3 kernel(vec3 colour, vec2 place)`
 */
export const stepShader = (kernel: string) => `${HEAD}${STEP_WORDS}${kernel}
void main() {
  ivec2 pixel = ivec2(gl_FragCoord.xy);
  vec4 here = texelFetch(before, pixel, 0);
  float share = texelFetch(coverage, pixel, 0).r;
  after = here;
  if (share == 0.0) return;
  vec2 place = frame.xy + (vec2(pixel) + 0.5) * frame.zw;
  vec3 own = cleansEdges && share < 1.0 ? foreground(here.rgb, share, place) : here.rgb;
  vec3 changed = kernel(own, place);
  after = vec4(here.rgb + strength * share * (changed - own), sure ? here.a : 0.0);
}`;

/** Codes: core/render/encodePixels.ts, with colours outside the gamut brought in by their chroma. */
export const CODES_SHADER = `${HEAD}
uniform sampler2D before;
uniform mat3 fromSrgb;
out vec4 codes;
${CARD_WORDS}
bool isInside(vec3 light) {
  return all(greaterThanEqual(light, vec3(${number(-SLACK)}))) && all(lessThanEqual(light, vec3(${number(1 + SLACK)})));
}
vec3 lowered(vec3 linear) {
  vec3 lab = oklabOf(linear);
  if (lab.x >= 1.0) return vec3(1.0);
  if (lab.x <= 0.0) return vec3(0.0);
  float inside = 0.0;
  float outside = 1.0;
  for (int step = 0; step < ${BISECTIONS}; step++) {
    float share = 0.5 * (inside + outside);
    if (isInside(fromSrgb * linearOf(vec3(lab.x, lab.yz * share)))) inside = share;
    else outside = share;
  }
  return fromSrgb * linearOf(vec3(lab.x, lab.yz * inside));
}
void main() {
  vec4 here = texelFetch(before, ivec2(gl_FragCoord.xy), 0);
  vec3 light = fromSrgb * here.rgb;
  if (!isInside(light)) light = lowered(here.rgb);
  light = clamp(light, 0.0, 1.0);
  // IEC 61966-2-1, which Display P3 shares.
  vec3 curved = 1.055 * pow(max(light, 1e-9), vec3(1.0 / 2.4)) - 0.055;
  codes = vec4(mix(curved, 12.92 * light, vec3(lessThanEqual(light, vec3(0.0031308)))), here.a > 0.5 ? 1.0 : 0.0);
}`;
