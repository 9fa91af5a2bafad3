import type { Pyramid } from '#core/raster/pyramid';
import type { Region } from '#core/raster/raster';
import { renderCoded } from '#core/render/codedRegion';
import type { CodedTarget } from '#core/render/codedRegion';
import { RegionRenderer } from '#core/render/regionRenderer';
import type { ResolvedArea, ResolvedPlan } from '#core/render/resolved';
import { KINDS } from '#kinds/registry.gen';

/** A photo with its plan, as threads are given it. */
export interface StripWork {
  readonly pyramid: Pyramid;
  readonly areas: readonly ResolvedArea[];
  readonly steps: ResolvedPlan;
  readonly target: CodedTarget;
}

/** Renders strips of one photo. */
export class StripRenderer {
  readonly #renderer: RegionRenderer;

  constructor(readonly work: StripWork) {
    this.#renderer = new RegionRenderer(work.pyramid, KINDS);
    for (const area of work.areas) this.#renderer.learnArea(area);
  }

  render(region: Region): Uint8Array | Uint16Array {
    return renderCoded(this.#renderer, this.work.steps, region, this.work.target);
  }
}
