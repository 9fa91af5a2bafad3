import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { clamp } from '#core/math/clamp';
import type { Triple } from '#core/colour/triple';
import type { LightFinding } from '#core/measure/light/findLight';
import type { TonePair } from '#core/measure/light/tonePairs';
import type { Veil } from '#core/measure/veil';

/** OKLab hues, degrees, up to which a veil is called by a name. */
const HUE_NAMES: readonly (readonly [upTo: number, name: string])[] = [
  [15, 'pink'],
  [45, 'red'],
  [75, 'orange'],
  [112, 'yellow'],
  [132, 'yellow-green'],
  [165, 'green'],
  [220, 'blue-green'],
  [275, 'blue'],
  [305, 'violet'],
  [345, 'magenta'],
  [360, 'pink'],
];
/** A veil with less colour than this, OKLCh chroma over lightness, is grey. */
const GREY = 0.05;

/** A finding about the light of the whole picture in the retoucher’s words. */
export function lightWords(
  finding: LightFinding,
  photo: { readonly width: number; readonly height: number },
): string {
  switch (finding.is) {
    case 'light':
      return `the picture is lit ${lightName(finding.light)}${doubtWords(finding)}`;
    case 'veil':
      return `a ${veilName(finding.veil)} veil lies ${placeWords(finding.veil, photo)}${doubtWords(finding)}`;
    case 'tones':
      return `lights and shades are tinted apart: ${tonesName(finding.pairs)}${doubtWords(finding)}`;
    case 'lights':
      return 'the picture is lit in several colours, which no one correction takes out; correct each place with an area of its own, or leave it as it was meant';
    case 'one-colour':
      return 'the picture holds one colour alone: black and white, toned, or under one coloured lamp; nothing can be said of its light and its skin';
  }
}

/** What the step that mends it does. */
export function lightMendWords(finding: LightFinding): string | undefined {
  switch (finding.is) {
    case 'light':
      return finding.asks ? 'Make the light neutral all the same' : 'Make the light neutral';
    case 'veil':
      return finding.asks ? 'Take it off all the same' : 'Take it off';
    case 'tones':
      return finding.asks ? 'Set curves by these readings all the same' : 'Set curves by these readings';
    case 'lights':
    case 'one-colour':
      return undefined;
  }
}

/** How the lightest and the darkest reading are tinted. */
function tonesName(pairs: readonly TonePair[]): string {
  const tint = ({ name, from, to }: TonePair) =>
    `${name} ${lightName(from.map((channel, c) => Math.max(LEAST, channel) / Math.max(LEAST, to[c]!)) as unknown as Triple)}`;
  return [pairs.at(-1)!, pairs[0]!].map(tint).join(', ');
}
/** Linear light below which a ratio says nothing. */
const LEAST = 1e-3;

function doubtWords({ asks, sure, difference }: Extract<LightFinding, { difference: number }>): string {
  const size = `ΔE00 ${difference.toFixed(0)} over the picture`;
  switch (asks) {
    case 'deep':
      return ` (${size}); so deep a colour looks wanted, as at sunset or on a stage; it is left unless you ask for it`;
    case 'unsure':
      return ` (${size}, unsure: whites, skin and darks contradict each other); it is left unless you ask for it`;
    case 'skin-alone':
      return ` (${size}, told by skin alone, which differs between people); it is left unless you ask for it`;
    case 'hardly-told':
      return ` (${size}, but little in the picture tells of it); it is left unless you ask for it`;
    case undefined:
      return ` (${size}, ${sure})`;
  }
}

/** Beyond this, a logarithm, a per cent says nothing to the eye: dark places hold little of each channel. */
const FAR = 0.7;

/** By how many per cent a light is too warm or cool, and too green or magenta: of the channels’ ratios. */
function lightName([red, green, blue]: Triple): string {
  const warm = Math.log(red / blue) / 2;
  const greenish = Math.log((green * green) / (red * blue)) / 2;
  const percent = (value: number) =>
    Math.abs(value) > FAR ? 'far' : `${(100 * Math.expm1(Math.abs(value))).toFixed(0)} %`;
  const names = [
    { value: warm, name: `${percent(warm)} too ${warm > 0 ? 'warm' : 'cool'}` },
    { value: greenish, name: `${percent(greenish)} too ${greenish > 0 ? 'green' : 'magenta'}` },
  ].sort((p, q) => Math.abs(q.value) - Math.abs(p.value));
  // The lesser is named where it is a third of the greater at least.
  const told = names.filter(({ value }) => Math.abs(value) >= Math.abs(names[0]!.value) / 3);
  return told.map(({ name }) => name).join(' and ');
}

function veilName({ peak, base }: Veil): string {
  const [light, a, b] = convertSrgbLinearToOklab([peak[0] + base[0], peak[1] + base[1], peak[2] + base[2]]);
  if (Math.hypot(a, b) < GREY * light) return 'grey';
  const hue = ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
  return HUE_NAMES.find(([upTo]) => hue < upTo)![1];
}

/** Where a veil lies, by thirds of the picture; corners and edges when its middle is near or beyond them. */
function placeWords(
  { x, y, peak, base }: Veil,
  { width, height }: { readonly width: number; readonly height: number },
): string {
  if (Math.max(...peak) < Math.max(...base)) return 'over the whole picture';
  const third = (value: number, names: readonly [string, string, string]) =>
    names[clamp(Math.floor(3 * value), 0, 2) as 0 | 1 | 2];
  const across = third(x / width, ['left', '', 'right']);
  const down = third(y / height, across ? ['upper', '', 'lower'] : ['upper part', '', 'lower part']);
  const edge = (value: number) => value < 0.15 || value > 0.85;
  const cornered = edge(x / width) && edge(y / height);
  if (!down && !across) return 'over the middle of the picture';
  const place = [down, across].filter((word) => word !== '').join(' ');
  const strongest = cornered ? ', strongest at the corner' : '';
  return `on the ${place} of the picture${strongest}`;
}
