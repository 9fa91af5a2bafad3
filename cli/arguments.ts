import { parseArgs } from 'node:util';
import { z } from 'zod';
import { PARTS } from '#core/document/schema';
import { parseWrittenNumber } from '#core/formats/writtenNumber';
import type { LutSize } from '#core/render/planLut';
import { shotCommand } from './shotArguments';
import type { ShotCommand } from './shotArguments';
import { COMMAND_NAMES, isCommand } from './usage';
import type { CommandName } from './usage';
import { writtenOptions } from './writtenOptions';

/** A command line that cannot be understood; the message says what to write instead. */
export class UsageError extends Error {}

const numbers = (count: number, least: number, most: number, help: string) =>
  z.string().transform((text, context) => {
    const parsed = z
      .array(z.number().min(least).max(most))
      .length(count)
      .safeParse(text.split(',').map(parseWrittenNumber));
    if (parsed.success) return parsed.data;
    context.issues.push({ code: 'custom', input: text, message: `${help}, not “${text}”` });
    return z.NEVER;
  });
const patch = z.string().transform((text, context) => {
  const parsed = z
    .tuple([z.number(), z.number(), z.number().int().min(1).max(2000).default(31)])
    .safeParse(text.split(',').map(parseWrittenNumber));
  if (parsed.success) return { x: parsed.data[0], y: parsed.data[1], size: parsed.data[2] };
  context.issues.push({
    code: 'custom',
    input: text,
    message: `--at wants X,Y or X,Y,SIZE in pixels, not “${text}”`,
  });
  return z.NEVER;
});
const mask = z.string().transform((text, context) => {
  const at = text.indexOf('=');
  const part = z.enum(PARTS).safeParse(text.slice(0, at));
  const file = text.slice(at + 1);
  if (at > 0 && part.success && file !== '') return { part: part.data, file };
  context.issues.push({
    code: 'custom',
    input: text,
    message: `--mask wants PART=FILE.png, with PART one of ${PARTS.join(', ')}; not “${text}”`,
  });
  return z.NEVER;
});
const photos = z.array(z.string()).min(1, 'name at least one photo');
const masks = z.array(mask).default([]);
const SITTER_HELP = '--sitter is a whole number from 1 on';
const sitter = z.coerce.number(SITTER_HELP).int(SITTER_HELP).min(1, SITTER_HELP).optional();
const WORKERS_HELP = '--workers is a whole number from 1 to 64';
const workers = z.coerce
  .number(WORKERS_HELP)
  .int(WORKERS_HELP)
  .min(1, WORKERS_HELP)
  .max(64, WORKERS_HELP)
  .optional();
const JOBS_HELP = '--jobs is a whole number from 1 to 64';
const json = z.boolean().default(false);
const directory = z.string('say where to write: --out DIR').min(1);

const findCommand = z.strictObject({
  command: z.literal('find'),
  files: photos,
  out: directory,
  tiles: z.boolean().default(false),
  workers,
  json,
});
const readCommand = z.strictObject({
  command: z.literal('read'),
  files: photos,
  at: z.array(patch).default([]),
  sitter,
  part: z.enum(PARTS, `--part is one of ${PARTS.join(', ')}`).default('skin'),
  mask: masks,
  workers,
  json,
});
const checkCommand = z.strictObject({
  command: z.literal('check'),
  files: photos,
  mask: masks,
  workers,
  json,
});
const planCommand = z
  .strictObject({
    'command': z.literal('plan'),
    'files': photos,
    'out': z.string('say where to write: --out PLAN.json, or DIR for several photos').min(1),
    'skin-hue': numbers(3, 0, 360, '--skin-hue wants LIGHT,MIDDLE,SHADE in degrees').optional(),
    'match-skin': z.string().min(1).optional(),
    'evenness': numbers(3, 0, 100, '--evenness wants HUE,SATURATION,LIGHTNESS in percent').optional(),
    'mend': z.boolean().default(false),
    'iris': z.string().optional(),
    'lips': z.string().optional(),
    'hair': z.string().optional(),
    sitter,
    'mask': masks,
    workers,
    json,
  })
  .transform(({ 'skin-hue': skinHue, 'match-skin': other, ...rest }) => {
    const [photo, ...file] = other?.split('=') ?? [];
    return {
      ...rest,
      ...(skinHue && { skinHue }),
      ...(photo && { matchSkin: { photo, mask: file.join('=') || undefined } }),
    };
  });
const applyCommand = z
  .strictObject({
    command: z.literal('apply'),
    files: z.array(z.string()).min(2, 'name the plan, then at least one photo'),
    out: directory,
    ...writtenOptions,
    workers,
    json,
  })
  .transform(({ chroma, profile, 'long-edge': longEdge, ...rest }) => ({
    ...rest,
    fullChroma: chroma === 'full',
    space: profile,
    longEdge,
  }));
const percent = (name: string, usual: number) => {
  const help = `--${name} is a number of percent from 0 to 100`;
  return z.coerce
    .number(help)
    .min(0, help)
    .max(100, help)
    .default(usual)
    .transform((value) => value / 100);
};
const MOST_HELP = '--most is a number of ΔE00 above 0';
const TO_HELP = 'say to what the series is brought: --to-median, --reference PHOTO or --plan PLAN.json';
const seriesCommand = z
  .strictObject({
    'command': z.literal('series'),
    'files': photos,
    'out': directory,
    'plan': z.string().min(1).optional(),
    'to-median': z.boolean().default(false),
    'reference': z.string().min(1).optional(),
    'frames': percent('frames', 100),
    'colour': percent('colour', 100),
    'light': percent('light', 50),
    'most': z.coerce.number(MOST_HELP).positive(MOST_HELP).optional(),
    'ground': z.enum(['leave', 'white', 'same'], '--ground is leave, white or same').default('leave'),
    ...writtenOptions,
    'jobs': z.coerce.number(JOBS_HELP).int(JOBS_HELP).min(1, JOBS_HELP).max(64, JOBS_HELP).optional(),
    json,
  })
  .refine(
    ({ plan, 'to-median': median, reference }) =>
      [plan, median || undefined, reference].filter(Boolean).length === 1,
    TO_HELP,
  )
  .transform(
    ({ chroma, profile, 'long-edge': longEdge, jobs, 'to-median': toMedian, most = null, ...rest }) => ({
      ...rest,
      toMedian,
      most,
      fullChroma: chroma === 'full',
      space: profile,
      longEdge,
      workers: jobs,
    }),
  );
const lutCommand = z
  .strictObject({
    command: z.literal('lut'),
    files: z.array(z.string()).min(1, 'name the plan').max(2, 'lut takes a plan and its photo'),
    out: z.string('say where to write: --out FILE.cube').min(1),
    size: z.enum(['17', '33', '65'], '--size is 17, 33 or 65').default('33'),
    area: z.string().min(1).optional(),
    json,
  })
  .transform(({ size, ...rest }) => ({ ...rest, size: Number(size) as LutSize }));
const SCHEMAS: Readonly<Record<CommandName, z.ZodType>> = {
  find: findCommand,
  read: readCommand,
  check: checkCommand,
  plan: planCommand,
  apply: applyCommand,
  series: seriesCommand,
  shot: shotCommand,
  lut: lutCommand,
};

export type FindCommand = z.infer<typeof findCommand>;
export type ReadCommand = z.infer<typeof readCommand>;
export type CheckCommand = z.infer<typeof checkCommand>;
export type PlanCommand = z.infer<typeof planCommand> & {
  readonly skinHue?: readonly number[];
  readonly matchSkin?: { readonly photo: string; readonly mask: string | undefined };
};
export type ApplyCommand = z.infer<typeof applyCommand>;
export type SeriesCommand = z.infer<typeof seriesCommand> & {
  /** which time through the files: they are looked at, then written */
  readonly round?: 'look' | 'write';
};
export type LutCommand = z.infer<typeof lutCommand>;
/** A command with its options, as it was understood. */
export type Command =
  | FindCommand
  | ReadCommand
  | CheckCommand
  | PlanCommand
  | ApplyCommand
  | SeriesCommand
  | ShotCommand
  | LutCommand;

/** What is asked for besides a command: how the program or one command is used, or its version. */
export type Question =
  { readonly command: 'help'; readonly of: CommandName | undefined } | { readonly command: 'version' };

const MANY = { type: 'string', multiple: true } as const;
const ONE = { type: 'string' } as const;
const FLAG = { type: 'boolean' } as const;
const OPTIONS = {
  'at': MANY,
  'mask': MANY,
  'out': ONE,
  'format': ONE,
  'quality': ONE,
  'chroma': ONE,
  'profile': ONE,
  'metadata': ONE,
  'long-edge': ONE,
  'workers': ONE,
  'plan': ONE,
  'to-median': FLAG,
  'reference': ONE,
  'frames': ONE,
  'colour': ONE,
  'light': ONE,
  'most': ONE,
  'ground': ONE,
  'jobs': ONE,
  'from': ONE,
  'to': ONE,
  'every': ONE,
  'rate': ONE,
  'measured': ONE,
  'masks': FLAG,
  'size': ONE,
  'area': ONE,
  'sitter': ONE,
  'part': ONE,
  'skin-hue': ONE,
  'match-skin': ONE,
  'evenness': ONE,
  'iris': ONE,
  'lips': ONE,
  'hair': ONE,
  'mend': FLAG,
  'tiles': FLAG,
  'json': FLAG,
  'help': { ...FLAG, short: 'h' },
  'version': FLAG,
} as const;

/** @throws {UsageError} */
export function parseCommand(words: readonly string[]): Command | Question {
  const { positionals, values } = readWords(words);
  const { help, version, ...options } = values;
  const [command = '', ...files] = positionals;
  if (version) return { command: 'version' };
  if (help || command === 'help') {
    const of = command === 'help' ? files[0] : command;
    return { command: 'help', of: of !== undefined && isCommand(of) ? of : undefined };
  }
  if (!isCommand(command)) throw new UsageError(`the commands are ${COMMAND_NAMES.join(', ')}`);
  const result = SCHEMAS[command].safeParse({ command, files, ...options });
  if (result.success) return result.data as Command;
  const issue = result.error.issues[0]!;
  throw new UsageError(
    issue.code === 'unrecognized_keys'
      ? `${command} does not take --${issue.keys.join(', --')}`
      : issue.message,
  );
}

function readWords(words: readonly string[]) {
  try {
    return parseArgs({ args: [...words], allowPositionals: true, options: OPTIONS });
  } catch (error) {
    throw new UsageError((error as Error).message);
  }
}
