import plain from '@tensorflow/tfjs-backend-wasm/dist/tfjs-backend-wasm.wasm?url';
import simd from '@tensorflow/tfjs-backend-wasm/dist/tfjs-backend-wasm-simd.wasm?url';
import { findParts } from '#core/segment/findParts';
import { tfNetworks } from '../networks/tfNetworks';
import type { FinderExchanges } from './protocol';
import { serve } from './serve';

const KEPT = 'even-blush-networks-1';

/** A file of the application, kept by the browser so that it is there without a network. */
async function fetchKept(address: string): Promise<Response> {
  const kept = await caches.open(KEPT), known = await kept.match(address);
  if (known) return known;
  const response = await fetch(address);
  if (!response.ok) throw new Error(`${address} answered ${response.status}`);
  await kept.put(address, response.clone());
  return response;
}

const networks = tfNetworks({
  wasm: { 'tfjs-backend-wasm.wasm': plain, 'tfjs-backend-wasm-simd.wasm': simd },
  load: async (name) => ({
    graph: await (await fetchKept(`/models/${name}.json`)).json(),
    weights: await (await fetchKept(`/models/${name}.bin`)).arrayBuffer(),
  }),
});

serve<FinderExchanges>({
  find: ({ pyramid, tiles }, onProgress) => findParts(pyramid, networks, { tiles, onProgress }),
});
