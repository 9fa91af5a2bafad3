/** The colour that a tint goes to. */
export type TintColour = 'red' | 'yellow' | 'green' | 'blue';

/**
 * Where a tint goes most, and how far.
 * @param red natural logarithm of red against green, less what is usual
 * @param blue the same of blue
 */
export function tintTowards(
  red: number,
  blue: number,
): { readonly towards: TintColour; readonly off: number } {
  const offs = [
    { towards: 'red', off: red },
    { towards: 'green', off: -red },
    { towards: 'yellow', off: -blue },
    { towards: 'blue', off: blue },
  ] as const;
  return offs.reduce((worst, entry) => (entry.off > worst.off ? entry : worst));
}
