import type { Photo } from '#core/document/schema';
import type { Warning } from '#core/measure/warnings/scene';

const percent = (share: number) => `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`;

/** What a plan may have done unasked, in the retoucher's words. */
export function warningWords(
  { is, areaId, share, amount }: Warning,
  { areas, plan }: Pick<Photo, 'areas' | 'plan'>,
): string {
  const name = areas.find(({ id }) => id === areaId)?.name ?? 'the picture';
  const isOwn = plan.some((step) => step.on && step.areaId === areaId);
  const cause = isOwn ? '' : '; it has no step of its own: see those on the whole picture';
  switch (is) {
    case 'spill':
      return `${name}: changed by ΔE00 ${amount.toFixed(1)} on ${percent(share)}, though no step stands on it`;
    case 'clipped':
      return `${percent(share)} of the picture is newly clipped`;
    case 'gamut':
      return `${percent(share)} of the picture is beyond sRGB; ΔE00 ${amount.toFixed(1)} of chroma is lost there`;
    case 'hue-reversed':
      return `${name}: hue turned by ${amount.toFixed(0)}° on ${percent(share)}`;
    case 'halo':
      return `${name}: a rim along its edge, ${amount.toFixed(0)} L* beyond both sides of it`;
    case 'banding':
      return `${name}: tones pulled apart ${amount.toFixed(1)} times where skin is smooth; steps may show`;
    case 'noise':
      return `${name}: grain raised ${amount.toFixed(1)} times on ${percent(share)}${cause}`;
    case 'texture':
      return `${name}: texture is ${amount.toFixed(1)} times weaker on ${percent(share)}${cause}`;
    case 'saturated':
      return `${name}: ${percent(share)} of it more saturated than skin of its lightness is, by ${amount.toFixed(0)} C*`;
  }
}
