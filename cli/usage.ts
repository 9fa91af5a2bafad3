/** How each command is written, and what it does. */
const COMMANDS = {
  find: {
    use: ['find PHOTO... --out DIR [--tiles] [--workers N] [--json]'],
    does: 'finds people and their parts, and writes the coverage of each as a grey PNG into DIR/<photo>/sitter-<n>; --tiles looks for small faces too',
  },
  read: {
    use: [
      'read PHOTO... [--at X,Y[,SIZE]]... [--sitter N] [--part skin] [--mask PART=FILE.png]... [--workers N] [--json]',
    ],
    does: 'prints the numbers of patches, X,Y their centre and SIZE their side in pixels of the upright photo (31 if not said), and without --at the rungs of each sitter’s part',
  },
  check: {
    use: ['check PHOTO... [--mask PART=FILE.png]... [--workers N] [--json]'],
    does: 'says what is off on each sitter’s skin, in words and numbers',
  },
  plan: {
    use: [
      'plan PHOTO... [--skin-hue LIGHT,MIDDLE,SHADE] [--match-skin OTHER[=MASK.png]] [--evenness HUE,SATURATION,LIGHTNESS] [--mend]',
      '     [--iris COLOUR] [--lips COLOUR] [--hair COLOUR] [--sitter N] [--mask PART=FILE.png]... --out PLAN.json|DIR [--workers N] [--json]',
    ],
    does: 'writes a plan, of several photos one each into DIR; COLOUR is a CSS colour or a palette name such as "level 6 copper"; --mask gives an area instead of finding it',
  },
  apply: {
    use: [
      'apply PLAN.json PHOTO... --out DIR [--format jpeg|png|png16|tiff16|webp|avif] [--quality 1-100] [--chroma full|half]',
      '      [--profile own|srgb|display-p3] [--metadata all|without-place-and-device|none] [--long-edge PIXELS] [--workers N] [--json]',
    ],
    does: 'renders photos with a plan into DIR, in the photo’s own kind of file, profile and depth unless another is asked for; on a photo other than the plan’s own its areas are found anew',
  },
  series: {
    use: [
      'series PHOTO... --to-median|--reference PHOTO|--plan PLAN.json --out DIR [--frames 0-100] [--colour 0-100] [--light 0-100]',
      '       [--most DELTA_E] [--ground leave|white|same] [--format …, as in apply] [--jobs N] [--json]',
    ],
    does: 'evens a series: finds everybody, tells who is the same, brings exposure and white of the frames together (--frames), then each sitter’s skin (--colour, --light) to the series’ median or to a reference; or carries one plan to all. Writes the photos, and report.json and report.csv of every photo before and after',
  },
  shot: {
    use: [
      'shot CLIP|DIR --plan PLAN.json --out FILE.webm|FILE.mp4|DIR [--from N] [--to N] [--every N] [--rate N] [--masks]',
      '     [--measured once|as-planned] [--format …, as in apply, for DIR] [--json]',
    ],
    does: 'carries a plan to a moving shot, a clip or a folder of numbered images, and follows its areas through all frames: every N frames (12) parts are found anew, between them they go with the motion. Writes a clip with its sound, or a folder of frames, and with --masks the coverage of each area; says which frames to look at. Each frame is measured and brought to the numbers; with --measured once what steps find on one of them is done to all alike, and the light of the shot changes as it did. --rate is for images that become a clip (25). Clips need ffmpeg',
  },
  lut: {
    use: ['lut PLAN.json [PHOTO] --out FILE.cube [--size 17|33|65] [--area NAME] [--json]'],
    does: 'writes the colour part of a plan as a table: steps on the whole picture, and those on one area; what cannot be in it is said. Steps that measure the photo want the plan’s own',
  },
} as const;

/** What the program can be asked to do. */
export type CommandName = keyof typeof COMMANDS;

const FILES = `Files come whole or not at all. Nothing that is read is written onto, nor a file that was not written by this program:
a result whose name is taken gets a number behind it.
Several files are worked on at a time (--workers N says how many). A run that was stopped goes on where it was when
the same command is given again: files, options, plan and photos as they were.
Ends with 0, with 1 when a file failed (the others are done), with 2 when the command cannot be understood.`;

/** Whether a word names a command. */
export function isCommand(word: string): word is CommandName {
  return Object.hasOwn(COMMANDS, word);
}

/** In the order in which they are used. */
export const COMMAND_NAMES = Object.keys(COMMANDS) as readonly CommandName[];

/** How the program is used: every command, or one of them. */
export function usageOf(command?: CommandName): string {
  const names = command ? [command] : COMMAND_NAMES;
  const uses = names.flatMap((name) => COMMANDS[name].use.map((line) => `  npx even-blush ${line}`));
  const does = names.map((name) => `${name.padEnd(6)} ${COMMANDS[name].does}`);
  const more = command ? [] : ['', 'COMMAND --help says it of one command; --version prints the version.'];
  return [`Use:`, ...uses, '', ...does, ...more, FILES].join('\n');
}
