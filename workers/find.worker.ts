import plain from '@tensorflow/tfjs-backend-wasm/dist/tfjs-backend-wasm.wasm?url';
import simd from '@tensorflow/tfjs-backend-wasm/dist/tfjs-backend-wasm-simd.wasm?url';
import { findParts } from '#core/segment/findParts';
import type { FindOptions } from '#core/segment/findParts';
import { withLikenesses } from '#core/segment/sitterLikeness';
import { checkNetwork } from '../networks/checkNetwork';
import { tfNetworks, tryNetworks } from '../networks/tfNetworks';
import type { NetworkFiles } from '../networks/tfNetworks';
import type { FinderExchanges, SeenPeople } from './protocol';
import { SeenSketch } from './seenSketch';
import { serve } from './serve';
import { SitterCrew } from './sitterCrew';

/**
 * Files of the networks that were looked at before they were kept, so that they are there without a network.
 */
const KEPT = 'even-blush-networks-2';

type Network = Awaited<ReturnType<NetworkFiles['load']>>;

async function load(name: string): Promise<Network> {
  // A browser whose storage is full, or that keeps nothing, finds people all the same.
  const kept = await caches.open(KEPT).catch(() => undefined);
  const known = kept && (await readNetwork(name, (address) => kept.match(address)).catch(() => undefined));
  if (known) return known;
  const fetched = new Map<string, Response>();
  const network = await readNetwork(name, async (address) => {
    const response = await fetch(address, { cache: 'reload' });
    if (!response.ok) throw new Error(`${address} answered ${response.status}`);
    fetched.set(address, response.clone());
    return response;
  });
  for (const [address, response] of fetched) await kept?.put(address, response).catch(() => undefined);
  return network;
}

/** @throws when a file is missing or is something else */
async function readNetwork(
  name: string,
  get: (address: string) => Promise<Response | undefined>,
): Promise<Network> {
  const [graphFile, weightFile] = [await get(`/models/${name}.json`), await get(`/models/${name}.bin`)];
  if (!graphFile || !weightFile) throw new Error('not kept');
  const graph: unknown = await graphFile.json();
  const weights = await weightFile.arrayBuffer();
  checkNetwork(graph, weights);
  return { graph, weights };
}

const networks = tfNetworks({
  wasm: { 'tfjs-backend-wasm.wasm': plain, 'tfjs-backend-wasm-simd.wasm': simd },
  load,
});

/** Tells of faces once they are seen, and of sitters once they are known. */
function seenOn(
  sketch: SeenSketch,
  tell: (people: SeenPeople) => void,
): Pick<FindOptions, 'onFaces' | 'onSitter'> {
  let [all, known] = [0, 0];
  const show = () => tell({ faces: all, known, bitmap: sketch.bitmap() });
  return {
    onFaces: (faces) => {
      all = faces.length;
      for (const face of faces) sketch.drawFace(face);
      if (all > 0) show();
    },
    onSitter: (sitter) => {
      known++;
      sketch.drawParts(sitter);
      show();
    },
  };
}

serve<FinderExchanges>({
  prepare: async () => {
    // What is missing is said when people are looked for.
    await tryNetworks(networks).catch(() => undefined);
    return undefined;
  },
  find: async ({ pyramid, tiles, atOnce, rgb }, onProgress) => {
    const crew = self.crossOriginIsolated && atOnce > 1 ? new SitterCrew(pyramid, atOnce) : undefined;
    try {
      const people = await findParts(pyramid, networks, {
        tiles,
        onProgress,
        ...(rgb && seenOn(new SeenSketch(pyramid, rgb), onProgress)),
        ...(crew && { crew: crew.give }),
      });
      return await withLikenesses(pyramid, people, networks);
    } finally {
      crew?.dispose();
    }
  },
});
