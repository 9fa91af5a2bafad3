import type { GraphJson } from './tfNetworks';

const BYTES: Readonly<Record<string, number>> = {
  float32: 4,
  int32: 4,
  bool: 1,
  uint8: 1,
  float16: 2,
  uint16: 2,
  complex64: 8,
};

interface WeightSpec {
  readonly shape?: readonly number[];
  readonly dtype?: string;
  readonly quantization?: { readonly dtype?: string };
}

/**
 * Whether two files are the graph and the weights of one network, rather than a page of words that a server
 * sent in their place, or a part of them.
 * @throws {Error} with what is wrong
 */
export function checkNetwork(graph: unknown, weights: ArrayBuffer): asserts graph is GraphJson {
  const { modelTopology, weightsManifest } = (graph ?? {}) as Partial<GraphJson>;
  if (typeof modelTopology !== 'object' || !Array.isArray(weightsManifest))
    throw new Error('its graph is something else');
  const wanted = (weightsManifest as GraphJson['weightsManifest'])
    .flatMap((group) => group.weights as readonly WeightSpec[])
    .reduce((sum, spec) => sum + bytesOf(spec), 0);
  if (wanted !== weights.byteLength)
    throw new Error(`its weights have ${weights.byteLength} bytes in place of ${wanted}`);
}

function bytesOf({ shape = [], dtype = '', quantization }: WeightSpec): number {
  const each = BYTES[quantization?.dtype ?? dtype] ?? Number.NaN;
  return each * shape.reduce((product, size) => product * size, 1);
}
