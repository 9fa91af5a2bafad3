/**
 * A number as people write it: with a decimal point or comma, a hyphen or a minus sign (U+2212), a unit
 * behind it.
 * @returns NaN for anything else, and for nothing at all
 */
export function parseWrittenNumber(text: string): number {
  const plain = text
    .replace(/[°%\s]|px$/g, '')
    .replace('\u2212', '-')
    .replace(',', '.');
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(plain) ? Number(plain) : Number.NaN;
}
