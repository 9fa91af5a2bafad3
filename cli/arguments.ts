import { parseArgs } from 'node:util';
import { z } from 'zod';

/** A command line that cannot be understood; the message says what to write instead. */
export class UsageError extends Error {}

export const USAGE = `Use:
  npx even-blush find PHOTO... --out DIR [--tiles] [--json]
  npx even-blush read PHOTO... --at X,Y[,SIZE] [--at ...] [--json]
  npx even-blush apply PLAN.json PHOTO... --out DIR [--format jpeg|png] [--quality 1-100] [--json]

find   finds people and their parts, and writes the coverage of each as a grey PNG into DIR/<photo>/sitter-<n>; --tiles looks for small faces too
read   prints the numbers of patches: X,Y their centre and SIZE their side in pixels of the upright photo (31 if not said)
apply  renders photos with a plan that was exported from the page, into DIR
Ends with 0, with 1 when a file failed (the others are done), with 2 when the command cannot be understood.`;

const patch = z.string().transform((text, context) => {
  const numbers = z.tuple([z.number(), z.number(), z.number().int().min(1).max(2000).default(31)]).safeParse(text.split(',').map(Number));
  if (numbers.success) return { x: numbers.data[0], y: numbers.data[1], size: numbers.data[2] };
  context.issues.push({ code: 'custom', input: text, message: `--at wants X,Y or X,Y,SIZE in pixels, not “${text}”` });
  return z.NEVER;
});
const photos = z.array(z.string()).min(1, 'name at least one photo');

const readCommand = z.strictObject({
  command: z.literal('read'), files: photos, at: z.array(patch, 'say where to read: --at X,Y,SIZE').min(1), json: z.boolean().default(false),
});
const applyCommand = z.strictObject({
  command: z.literal('apply'), files: z.array(z.string()).min(2, 'name the plan, then at least one photo'), out: z.string('say where to write: --out DIR').min(1),
  format: z.enum(['jpeg', 'png'], '--format is jpeg or png').optional(), quality: z.coerce.number('--quality is a number').int().min(1).max(100).default(92), json: z.boolean().default(false),
});
const findCommand = z.strictObject({
  command: z.literal('find'), files: photos, out: z.string('say where to write: --out DIR').min(1), tiles: z.boolean().default(false), json: z.boolean().default(false),
});
const commands = z.discriminatedUnion('command', [findCommand, readCommand, applyCommand], 'the commands are find, read and apply');

export type FindCommand = z.infer<typeof findCommand>;
export type ReadCommand = z.infer<typeof readCommand>;
export type ApplyCommand = z.infer<typeof applyCommand>;

/** @throws {UsageError} */
export function parseCommand(words: readonly string[]): FindCommand | ReadCommand | ApplyCommand {
  let parsed;
  try {
    parsed = parseArgs({
      args: [...words], allowPositionals: true,
      options: { at: { type: 'string', multiple: true }, out: { type: 'string' }, format: { type: 'string' }, quality: { type: 'string' }, tiles: { type: 'boolean' }, json: { type: 'boolean' } },
    });
  } catch (error) {
    throw new UsageError((error as Error).message);
  }
  const [command, ...files] = parsed.positionals;
  const result = commands.safeParse({ command, files, ...parsed.values });
  if (result.success) return result.data;
  const issue = result.error.issues[0]!;
  throw new UsageError(issue.code === 'unrecognized_keys' ? `${command} does not take --${issue.keys.join(', --')}` : issue.message);
}
