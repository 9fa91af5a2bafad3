import { loadGraphModel } from '@tensorflow/tfjs-converter';
import type { GraphModel } from '@tensorflow/tfjs-converter';
import { env, ready, setBackend, tensor4d } from '@tensorflow/tfjs-core';
import type { NamedTensorMap, Tensor } from '@tensorflow/tfjs-core';
import { setWasmPaths } from '@tensorflow/tfjs-backend-wasm';
import { NetworksMissingError } from '#core/errors';
import {
  DETECT_SIZE,
  FEATURE_PLANES,
  FEATURE_SIZE,
  LIKENESS_SIZE,
  MESH_SIZE,
  PARSER_PLANES,
  PARSER_SIZE,
  PERSON_SIZE,
} from '#core/segment/networks';
import type { FaceNetworks, MeshOutput } from '#core/segment/networks';

/** How a host reaches the files of the networks. */
export interface NetworkFiles {
  /** where the library finds its two WebAssembly binaries, by their file names */
  readonly wasm: Readonly<Record<string, string>>;
  /** the parts of one network: its graph as JSON, and its weights */
  load(name: string): Promise<{ readonly graph: GraphJson; readonly weights: ArrayBuffer }>;
}

/** A network’s graph as its file holds it. */
export interface GraphJson {
  readonly modelTopology: object;
  readonly weightsManifest: readonly { readonly weights: readonly object[] }[];
}

/**
 * The face networks over TensorFlow.js with its WebAssembly backend; each is loaded when it is first asked.
 * @throws {NetworksMissingError} from every call, when files are missing or damaged
 */
export function tfNetworks(files: NetworkFiles): FaceNetworks {
  const backend = once(async () => {
    // Threads gave no clear gain and would need a worker made from text, which the security policy forbids.
    env().set('WASM_HAS_MULTITHREAD_SUPPORT', false);
    // The library wants an address for the threaded binary too; it is never fetched.
    setWasmPaths({
      ...files.wasm,
      'tfjs-backend-wasm-threaded-simd.wasm': files.wasm['tfjs-backend-wasm-simd.wasm']!,
    });
    await setBackend('wasm');
    await ready();
  });
  const model = (name: string) =>
    once(async () => {
      try {
        await backend();
        const { graph, weights } = await files.load(name);
        const specs = graph.weightsManifest.flatMap((group) => group.weights);
        const loaded = await loadGraphModel({
          load: () =>
            Promise.resolve({
              modelTopology: graph.modelTopology,
              weightSpecs: specs as never,
              weightData: weights,
            }),
        });
        return loaded;
      } catch (error) {
        throw new NetworksMissingError(name, error instanceof Error ? error.message : String(error));
      }
    });
  const detector = model('blazeface-back');
  const mesher = model('facemesh-attention-pinto');
  const selfie = model('selfie');
  const parser = model('head-parser');
  const featureParser = model('feature-parser');
  const likeness = model('likeness');
  return {
    detect: async (input) => joinAnchors(await run(await detector(), input, DETECT_SIZE)),
    mesh: async (input) => meshOutput(await run(await mesher(), input, MESH_SIZE)),
    person: async (input) => (await run(await selfie(), input, PERSON_SIZE))[0]!,
    features: async (input) => (await run(await featureParser(), input, FEATURE_SIZE, FEATURE_PLANES))[0]!,
    liken: async (input) => (await run(await likeness(), input, LIKENESS_SIZE))[0]!,
    parse: async (input) => (await run(await parser(), input, PARSER_SIZE, PARSER_PLANES))[0]!,
  };
}

/**
 * Runs every network once on nothing: what is asked of them afterwards need not wait until they are loaded.
 * @throws {NetworksMissingError}
 */
export async function tryNetworks(networks: FaceNetworks): Promise<void> {
  const black = (size: number, channels = 3) => new Float32Array(channels * size * size);
  await networks.detect(black(DETECT_SIZE));
  await networks.mesh(black(MESH_SIZE));
  await networks.person(black(PERSON_SIZE));
  await networks.parse(black(PARSER_SIZE, PARSER_PLANES));
  await networks.features(black(FEATURE_SIZE, FEATURE_PLANES));
  await networks.liken(black(LIKENESS_SIZE));
}

/** @returns the outputs' values, each array as long as its tensor */
async function run(
  model: GraphModel,
  input: Float32Array,
  size: number,
  channels = 3,
): Promise<Float32Array[]> {
  const tensor = tensor4d(input, [1, size, size, channels]);
  const result = model.execute(tensor);
  const tensors = isTensors(result) ? result : [result as Tensor];
  try {
    return await Promise.all(tensors.map((output) => output.data() as Promise<Float32Array>));
  } finally {
    for (const each of [tensor, ...tensors]) each.dispose();
  }
}

function isTensors(result: Tensor | Tensor[] | NamedTensorMap): result is Tensor[] {
  return Array.isArray(result);
}

const FINE_ANCHORS = 512;
const COARSE_ANCHORS = 384;
const BOX_VALUES = 16;

/** Scores and boxes come apart, and apart by the size of the cells: they are put together as rows of 17. */
function joinAnchors(outputs: readonly Float32Array[]): Float32Array {
  const of = (length: number) => outputs.find((output) => output.length === length)!;
  const rows = new Float32Array((FINE_ANCHORS + COARSE_ANCHORS) * (BOX_VALUES + 1));
  let o = 0;
  for (const count of [FINE_ANCHORS, COARSE_ANCHORS]) {
    const scores = of(count);
    const boxes = of(count * BOX_VALUES);
    for (let n = 0; n < count; n++, o += BOX_VALUES + 1) {
      rows[o] = scores[n]!;
      rows.set(boxes.subarray(n * BOX_VALUES, (n + 1) * BOX_VALUES), o + 1);
    }
  }
  return rows;
}

function meshOutput(outputs: readonly Float32Array[]): MeshOutput {
  const all = (length: number) => outputs.filter((output) => output.length === length);
  const [first, second] = all(142);
  const [iris, other] = all(10);
  return {
    confidence: all(1)[0]![0]!,
    points: all(1404)[0]!,
    lips: all(160)[0]!,
    eyes: [first!, second!],
    irises: [iris!, other!],
  };
}

/** Does the work at the first call; a failure is forgotten, so that the next call tries again. */
function once<T>(work: () => Promise<T>): () => Promise<T> {
  let result: Promise<T> | undefined;
  return () =>
    (result ??= work().catch((error) => {
      result = undefined;
      throw error;
    }));
}
