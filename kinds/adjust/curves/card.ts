import type { CardForm } from '#core/render/card';
import { newField } from '#core/raster/field';
import { STEPS, curveTables } from './compute';
import type { CurvesMeasures } from './compute';
import type { CurvesParameters } from './schema';

/** compute.ts, for a graphics card: the three tables as the channels of a field of one row. */
export const curvesCard: CardForm<CurvesParameters, CurvesMeasures> = {
  trial: {
    pairs: [{ name: 'grey', from: [120, 110, 100], to: [112, 112, 112] }],
    points: { red: [], green: [], blue: [] },
  },
  compile(parameters) {
    const tables = curveTables(parameters);
    const width = STEPS + 2;
    const field = newField({ x: 0, y: 0, width, height: 1, outWidth: width, outHeight: 1 }, 3);
    for (let p = 0; p < field.data.length; p++) field.data[p] = tables[p % 3]![Math.floor(p / 3)]!;
    return {
      field,
      words: `
float along(float linear, int channel) {
  // Beyond black and white there is nothing to read a pair from.
  if (linear < 0.0 || linear > 1.0) return linear;
  float place = sqrt(linear) * ${STEPS}.0;
  int step = int(place);
  float root = mix(fieldTexel(ivec2(step, 0), 0)[channel], fieldTexel(ivec2(step + 1, 0), 0)[channel], place - float(step));
  return root * root;
}
vec3 kernel(vec3 colour, vec2 place) {
  return vec3(along(colour.r, 0), along(colour.g, 1), along(colour.b, 2));
}`,
    };
  },
};
