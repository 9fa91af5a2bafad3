/** How a table that was written here begins: a comment, which readers pass over. */
export const CUBE_BEGINS = '# Even Blush';

/**
 * A table of colours as text (Cube LUT specification 1.0, 2013): red runs fastest.
 * @param table encoded red, green, blue of size³ nodes, 0..1
 */
export function writeCube(title: string, size: number, table: Float32Array): string {
  const lines = [CUBE_BEGINS, `TITLE "${title.replace(/["\p{C}]/gu, ' ')}"`, `LUT_3D_SIZE ${size}`];
  lines.push('DOMAIN_MIN 0.0 0.0 0.0', 'DOMAIN_MAX 1.0 1.0 1.0');
  for (let i = 0; i < table.length; i += 3)
    lines.push(`${table[i]!.toFixed(6)} ${table[i + 1]!.toFixed(6)} ${table[i + 2]!.toFixed(6)}`);
  return `${lines.join('\n')}\n`;
}
