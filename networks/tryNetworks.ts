import {
  DETECT_SIZE,
  LIKENESS_SIZE,
  MESH_SIZE,
  PARSER_PLANES,
  PARSER_SIZE,
  PERSON_SIZE,
} from '#core/segment/networks';
import type { FaceNetworks } from '#core/segment/networks';

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
  await networks.liken(black(LIKENESS_SIZE));
}
