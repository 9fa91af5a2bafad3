/** The bytes of a text of one byte a letter. */
export function asciiBytes(text: string): Uint8Array<ArrayBuffer> {
  return Uint8Array.from(text, (letter) => letter.charCodeAt(0));
}

/** Four letters at a place of a file, as formats name their pieces; fewer at its end. */
export function fourLetters(bytes: Uint8Array, at: number): string {
  return String.fromCharCode(...bytes.subarray(at, at + 4));
}
