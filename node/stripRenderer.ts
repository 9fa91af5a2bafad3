import type { Pyramid } from '#core/raster/pyramid';
import { renderCoded } from '#core/render/codedRegion';
import type { CodedTarget } from '#core/render/codedRegion';
import { RegionRenderer } from '#core/render/regionRenderer';
import type { ResolvedArea, ResolvedPlan } from '#core/render/resolved';
import { KINDS } from '#kinds/registry.gen';
import type { StripWorker } from './stripThreads';

/** A photo with its plan, as threads are given it. */
export interface StripWork {
  readonly pyramid: Pyramid;
  readonly areas: readonly ResolvedArea[];
  readonly steps: ResolvedPlan;
  readonly target: CodedTarget;
}

/** Renders strips of one photo. */
export function beginRendering({
  pyramid,
  areas,
  steps,
  target,
}: StripWork): StripWorker<Uint8Array | Uint16Array> {
  const renderer = new RegionRenderer(pyramid, KINDS);
  for (const area of areas) renderer.learnArea(area);
  return (strip) => renderCoded(renderer, steps, strip, target);
}
