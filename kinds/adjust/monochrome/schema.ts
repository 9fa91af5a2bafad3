import { z } from 'zod';

const tone = z.strictObject({
  /** #rrggbb; how light it is does not count */
  colour: z.string().regex(/^#[0-9a-f]{6}$/i),
  /** 0 grey to 1 as colourful as a toned print */
  amount: z.number().min(0).max(1),
});

/** The parameters of a step or mark of this kind. */
export const monochromeParameters = z.strictObject({
  /** what becomes of the grey of a family, named by its hue, OKLCh degrees */
  greys: z
    .array(
      z.strictObject({
        hue: z.number().min(0).max(360),
        /** stops of a middle grey; black and white stay */
        stops: z.number().min(-3).max(3),
      }),
    )
    .max(12),
  /** how much of the colour stays: 0 none, 1 all */
  colour: z.number().min(0).max(1),
  /** of the greys, -1..1 */
  contrast: z.number().min(-1).max(1),
  lights: tone,
  shades: tone,
});
export type MonochromeParameters = z.infer<typeof monochromeParameters>;

/** Greys by luminance, without tone. */
export const PLAIN: MonochromeParameters = {
  greys: [],
  colour: 0,
  contrast: 0,
  lights: { colour: '#d8b48c', amount: 0 },
  shades: { colour: '#5c6c80', amount: 0 },
};

/** Changes no pixel: all colour stays. */
export const NEUTRAL: MonochromeParameters = { ...PLAIN, colour: 1 };

/**
 * Greys that suit skin. Blood lies about 20 to 40°, skin between its red and its yellow about 45 to 80°, OKLCh
 * (measured on the made-up portraits).
 */
export const SKIN_GREYS: readonly {
  readonly name: string;
  readonly help: string;
  readonly greys: MonochromeParameters['greys'];
  readonly contrast: number;
}[] = [
  {
    name: 'calm',
    help: 'Skin a little lighter, redness lighter still: soft faces',
    greys: [
      { hue: 30, stops: 0.7 },
      { hue: 60, stops: 0.35 },
    ],
    contrast: -0.1,
  },
  {
    name: 'even',
    help: 'Redness as light as the skin about it: blotches and lips fade',
    greys: [
      { hue: 20, stops: 1.1 },
      { hue: 45, stops: 0.45 },
      { hue: 75, stops: 0 },
    ],
    contrast: 0,
  },
  {
    name: 'dramatic',
    help: 'Skin darker and harder: every line and freckle tells',
    greys: [
      { hue: 30, stops: -1.1 },
      { hue: 60, stops: -0.6 },
    ],
    contrast: 0.35,
  },
];
