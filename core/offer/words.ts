import type { Rung } from '../document/schema';
import { SKIN_CORRIDOR } from '../measure/corridor';
import { RUNG_PERCENTILES } from '../measure/rungs';

/** A word of the interface, and what it means. */
export interface Word {
  readonly word: string;
  readonly says: string;
}

/** The words of the interface that are not everybody's, by the alphabet. */
export const WORDS = [
  {
    word: 'area',
    says: 'A named region of a photo: an ordered list of marks and the care of its edge. Steps, readings and warnings stand on areas.',
  },
  {
    word: 'change map',
    says: 'The picture drawn by how much each place is changed, in ΔE00: where nothing should have changed, it is empty.',
  },
  {
    word: 'check',
    says: 'A look at the light of the whole picture, a veil over it, and every sitter’s skin, whites, teeth, lips and hair, in words and numbers, each with the step that mends it.',
  },
  {
    word: 'chroma',
    says: 'How colourful something is, whatever its lightness. OKLCh chroma stays where hue moves alone.',
  },
  {
    word: 'clipping',
    says: 'A channel at its end, so that differences are lost. It is shown in the colour of the channel.',
  },
  {
    word: 'corridor',
    says: 'The range of hue that skin should lie in, by rung. It starts from common practice and can be set for each sitter.',
  },
  {
    word: 'coverage',
    says: 'How far an area takes in a pixel, from none to all. Hairs and edges are covered in part.',
  },
  {
    word: 'edge care',
    says: 'What is done to an area’s edge: grow or shrink, soften, smooth, drop specks, floor and ceiling.',
  },
  {
    word: 'evenness',
    says: 'How far hue, saturation and lightness are drawn to their trend. It acts on blotches; pores stay. On the ladder it is the width of the grain.',
  },
  {
    word: 'face map',
    says: 'A drawn face whose fields are the parts. Left of each field is the colour as it was, right as the plan leaves it.',
  },
  { word: 'families', says: 'The groups of hue that this photo really contains, found in it.' },
  {
    word: 'mark',
    says: 'One thing that adds to an area, removes from it or limits it: a found part, a stroke, an outline, an ellipse, a fade, a reach of colour or light, another area.',
  },
  {
    word: 'part',
    says: 'Something of a person, or of the picture: skin, face, neck and limbs, irises, lips, hair, beard, brows, whites of the eyes, teeth, glasses, jewellery, hat, clothes, background.',
  },
  {
    word: 'plan',
    says: 'The ordered list of steps of a photo. The photo’s own pixels never change; every result is computed from it and its plan.',
  },
  {
    word: 'preset',
    says: 'A step or a plan kept under a name, for any part and photo. Parts are found anew there.',
  },
  {
    word: 'reading',
    says: 'A measured patch on an area with its place, size and rung. The tenth that differs most (hairs, glints) is left out of its mean.',
  },
  { word: 'relief', says: 'Skin’s texture between pores and shading, softened or brought out.' },
  {
    word: 'rung',
    says: 'A tone zone of a part: light, middle, shade. A rung is dragged on the ladder to the hue where it should be.',
  },
  { word: 'sitter', says: 'One person found in a photo, numbered from left to right.' },
  {
    word: 'sitting',
    says: 'One piece of work: photos with their areas, readings and plans. It stays in this browser, and goes out as one file.',
  },
  {
    word: 'step',
    says: 'One adjustment with its area, its strength, and whether it is on.',
  },
  {
    word: 'strand sweep',
    says: 'A brush over the edge of hair: single strands are taken with the share of each pixel that is theirs.',
  },
  {
    word: 'strength',
    says: 'How much of a step is seen, from none to all.',
  },
  {
    word: 'tone ladder',
    says: 'A part’s hue, or saturation, across, and its lightness upward: each dot a pixel, the line their trend, hollow before and filled after.',
  },
  {
    word: 'trend',
    says: 'What hue, saturation and lightness a part has by nature at each lightness. A pixel is its trend and what is its own.',
  },
  {
    word: 'veil',
    says: 'Light that lies over the picture like mist: flare, haze, a coloured wall’s light. It is subtracted, not corrected away.',
  },
] as const satisfies readonly Word[];

/** A word that is explained. */
export type WordName = (typeof WORDS)[number]['word'];

const percent = (rung: Rung) =>
  RUNG_PERCENTILES[rung].map((share) => `${Math.round(100 * share)}`).join(' to ') + ' %';
const range = ({ from, to }: { readonly from: number; readonly to: number }) => `${from}° to ${to}°`;

/** Where skin lies by rung, in a sentence. */
export const RUNG_WORDS = `Of an area’s pixels by lightness, light is those from ${percent('light')}, middle those from ${percent('middle')}, shade those from ${percent('shade')}. By common practice skin’s hue (HSV) lies at ${range(SKIN_CORRIDOR.light)} in the light, ${range(SKIN_CORRIDOR.middle)} in the middle and ${range(SKIN_CORRIDOR.shade)} in the shade; at 30° and over it reads green-yellow.`;
