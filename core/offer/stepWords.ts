import type { Json } from '../document/kinds';
import type { Photo, Step } from '../document/schema';
import type { RenderKinds } from '../render/kinds';

/** Most values of a list that are written out. */
const MOST_VALUES = 6;

/** A name of the code in words: `keepVariation` is “keep variation”. */
const inWords = (name: string) => name.replaceAll(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

function valueWords(value: Json): string | undefined {
  if (typeof value === 'number') return String(Number(value.toFixed(2)));
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return value;
  if (value === null) return undefined;
  const entries = Array.isArray(value)
    ? value.map((entry) => valueWords(entry))
    : Object.entries(value).map(([name, entry]) => {
        const words = valueWords(entry);
        return words === undefined ? undefined : `${inWords(name)} ${words}`;
      });
  const words = entries.filter((entry) => entry !== undefined);
  return words.length > 0 && words.length <= MOST_VALUES ? words.join(', ') : undefined;
}

/**
 * A step in a plain sentence, for what is printed: what it does, where, and the numbers that differ from those
 * that change nothing. Ids of areas become their names.
 */
export function stepWords(step: Step, { areas }: Pick<Photo, 'areas'>, kinds: RenderKinds): string {
  const kind = kinds.adjusts.get(step.kind)!;
  const neutral = kind.neutral as Readonly<Record<string, Json>>;
  const names = new Map(areas.map(({ id, name }) => [id, name]));
  const numbers = Object.entries(step.parameters).flatMap(([name, value]) => {
    if (JSON.stringify(value) === JSON.stringify(neutral[name])) return [];
    const words = typeof value === 'string' ? (names.get(value) ?? value) : valueWords(value);
    return words === undefined ? [] : [`${inWords(name)} ${words}`];
  });
  const where = step.areaId === null ? 'the whole picture' : (names.get(step.areaId) ?? 'an area');
  const strength = step.strength === 1 ? '' : `, strength ${Math.round(100 * step.strength)} %`;
  const off = step.on ? '' : ' (off)';
  return `${kind.offer.label} on ${where}${numbers.length > 0 ? `: ${numbers.join('; ')}` : ''}${strength}${off}.`;
}
