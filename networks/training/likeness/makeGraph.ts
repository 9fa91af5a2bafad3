import { readFileSync, writeFileSync } from 'node:fs';

/**
 * Writes the likeness network as a graph: `npx tsx networks/training/likeness/makeGraph.ts MANIFEST WEIGHTS OUT`.
 * The weights are those of a residual network of 29 layers that learnt to tell faces apart (see README.md), as the npm
 * package `@vladmandic/face-api` 1.7.15 holds them in `model/`; they are copied as they are.
 */
const [manifestPath, weightsPath, out] = process.argv.slice(2) as [string, string, string];

interface Weight {
  readonly name: string;
  readonly shape: readonly number[];
  readonly dtype: string;
}
interface Node {
  readonly name: string;
  readonly op: string;
  readonly input: readonly string[];
  readonly attr: object;
}

const known = (JSON.parse(readFileSync(manifestPath, 'utf8')) as { weights: Weight[] }[])[0]!.weights;
const extra: { readonly weight: Weight; readonly values: readonly number[] }[] = [];
const nodes: Node[] = [];
const text = (value: string) => ({ s: Buffer.from(value).toString('base64') });
const ints = (...values: readonly number[]) => ({ list: { i: values.map(String) } });
const FLOAT = { type: 'DT_FLOAT' };

/** @returns the node's name */
function node(op: string, input: readonly string[], attr: object = {}, name = `n${nodes.length}`): string {
  nodes.push({ name, op, input, attr: { T: FLOAT, ...attr } });
  return name;
}
const constant = (name: string) => node('Const', [], { dtype: FLOAT }, name);
function whole(values: readonly number[], shape: readonly number[]): string {
  const name = `whole${extra.length}`;
  extra.push({ weight: { name, shape, dtype: 'int32' }, values });
  return node('Const', [], { dtype: { type: 'DT_INT32' } }, name);
}

function convolve(from: string, layer: string, stride: number, valid: boolean): string {
  const [filters, bias, weights, biases] = ['conv/filters', 'conv/bias', 'scale/weights', 'scale/biases'].map(
    (part) => constant(`${layer}/${part}`),
  ) as [string, string, string, string];
  const convolved = node('_FusedConv2D', [from, filters, bias], {
    strides: ints(1, stride, stride, 1),
    dilations: ints(1, 1, 1, 1),
    padding: text(valid ? 'VALID' : 'SAME'),
    data_format: text('NHWC'),
    fused_ops: { list: { s: [text('BiasAdd').s] } },
    num_args: { i: '1' },
    epsilon: { f: 0 },
  });
  return node('AddV2', [node('Mul', [convolved, weights]), biases]);
}
const relu = (from: string) => node('Relu', [from]);
const pool = (op: 'MaxPool' | 'AvgPool', from: string, side: number) =>
  node(op, [from], {
    ksize: ints(1, side, side, 1),
    strides: ints(1, 2, 2, 1),
    padding: text('VALID'),
    data_format: text('NHWC'),
  });
const pad = (from: string, ends: readonly number[]) =>
  node(
    'Pad',
    [
      from,
      whole(
        ends.flatMap((end) => [0, end]),
        [4, 2],
      ),
    ],
    { Tpaddings: { type: 'DT_INT32' } },
  );

const residual = (from: string, layer: string) => {
  const first = relu(convolve(from, `${layer}/conv1`, 1, false));
  return relu(node('AddV2', [convolve(first, `${layer}/conv2`, 1, false), from]));
};
/** Half the size; where the way beside it is wider by a pixel, or has fewer channels, zeros stand in. */
const halving = (from: string, layer: string, wider: 0 | 1, channels: number) => {
  const first = relu(convolve(from, `${layer}/conv1`, 2, true));
  const second = convolve(first, `${layer}/conv2`, 1, false);
  const beside = pool('AvgPool', from, 2);
  return relu(
    node('AddV2', [
      channels > 0 ? pad(beside, [0, 0, 0, channels]) : beside,
      wider ? pad(second, [0, wider, wider, 0]) : second,
    ]),
  );
};

const input = node('Placeholder', [], {
  dtype: FLOAT,
  shape: { shape: { dim: ['1', '150', '150', '3'].map((size) => ({ size })) } },
});
let at = pool('MaxPool', relu(convolve(input, 'conv32_down', 2, true)), 3);
for (const layer of ['conv32_1', 'conv32_2', 'conv32_3']) at = residual(at, layer);
at = halving(at, 'conv64_down', 0, 32);
for (const layer of ['conv64_1', 'conv64_2', 'conv64_3']) at = residual(at, layer);
at = halving(at, 'conv128_down', 0, 64);
for (const layer of ['conv128_1', 'conv128_2']) at = residual(at, layer);
at = halving(at, 'conv256_down', 1, 128);
for (const layer of ['conv256_1', 'conv256_2']) at = residual(at, layer);
at = halving(at, 'conv256_down_out', 1, 0);
const mean = node('Mean', [at, whole([1, 2], [2])], { keep_dims: { b: false }, Tidx: { type: 'DT_INT32' } });
node('MatMul', [mean, constant('fc')], { transpose_a: { b: false }, transpose_b: { b: false } });

const topology = { node: nodes, library: {}, versions: {} };
const weights = [...known, ...extra.map(({ weight }) => weight)];
writeFileSync(
  `${out}.json`,
  JSON.stringify({
    format: 'graph-model',
    modelTopology: topology,
    weightsManifest: [{ paths: [], weights }],
  }),
);
const tail = Int32Array.from(extra.flatMap(({ values }) => values));
writeFileSync(`${out}.bin`, Buffer.concat([readFileSync(weightsPath), Buffer.from(tail.buffer)]));
