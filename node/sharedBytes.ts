/** Bytes that threads see without a copy. */
export function sharedBytes(count: number): Uint8Array {
  return new Uint8Array(new SharedArrayBuffer(count));
}

/** The same with these in them. */
export function shareBytes(bytes: Uint8Array): Uint8Array {
  const shared = sharedBytes(bytes.length);
  shared.set(bytes);
  return shared;
}
