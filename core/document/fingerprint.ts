/**
 * A short name for a value that can be written as JSON: two 32-bit mixes, 53 bits kept. Not for security. In which
 * order an object's fields came says nothing: what was stored and read again has the same name.
 */
export function fingerprint(value: unknown): string {
  const text = typeof value === 'string' ? value : inOrder(value);
  let first = 0xdeadbeef;
  let second = 0x41c6ce57;
  for (let i = 0; i < text.length; i++) {
    const unit = text.charCodeAt(i);
    first = Math.imul(first ^ unit, 2654435761);
    second = Math.imul(second ^ unit, 1597334677);
  }
  first = Math.imul(first ^ (first >>> 16), 2246822507) ^ Math.imul(second ^ (second >>> 13), 3266489909);
  second = Math.imul(second ^ (second >>> 16), 2246822507) ^ Math.imul(first ^ (first >>> 13), 3266489909);
  return (4294967296 * (2097151 & second) + (first >>> 0)).toString(36);
}

/** JSON with the fields of objects in the order of their names. */
function inOrder(value: unknown): string {
  if (typeof value !== 'object' || value === null) return JSON.stringify(value) ?? 'null';
  if (Array.isArray(value))
    return hasFields(value) ? `[${value.map(inOrder).join(',')}]` : JSON.stringify(value);
  const fields = Object.entries(value).filter(([, field]) => field !== undefined);
  return `{${fields
    .sort(([one], [other]) => (one < other ? -1 : 1))
    .map(([name, field]) => `"${name}":${inOrder(field)}`)
    .join(',')}}`;
}

/** Whether there is an object with fields in a list, or in a list in it. */
function hasFields(list: readonly unknown[]): boolean {
  return list.some((entry) =>
    Array.isArray(entry) ? hasFields(entry) : typeof entry === 'object' && entry !== null,
  );
}
