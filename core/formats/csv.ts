/** A field of RFC 4180: quoted where it must be, and never begun by what a spreadsheet would reckon with. */
function csvField(text: string): string {
  const safe = /^[=+\-@\t]/.test(text) && Number.isNaN(Number(text)) ? `'${text}` : text;
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

/** Lines of fields for a spreadsheet (RFC 4180). */
export function writeCsv(lines: readonly (readonly string[])[]): string {
  return lines.map((line) => `${line.map(csvField).join(',')}\r\n`).join('');
}
