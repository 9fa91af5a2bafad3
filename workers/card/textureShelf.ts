/** A texture and how many bytes it takes. */
export interface ShelvedTexture {
  readonly texture: WebGLTexture;
  readonly bytes: number;
}

/** Textures by what they were made of; those not asked for longest go when there are too many. */
export class TextureShelf {
  readonly #held = new Map<unknown, ShelvedTexture & { readonly version: number }>();
  #bytes = 0;

  /** @param drop is given what goes */
  constructor(
    readonly mostBytes: number,
    readonly drop: (texture: WebGLTexture) => void,
  ) {}

  /**
   * @param of what it is made of
   * @param version another one makes it anew
   */
  get(of: unknown, version: number, make: () => ShelvedTexture): WebGLTexture {
    const held = this.#held.get(of);
    this.#held.delete(of);
    if (held && held.version !== version) this.#forget(held);
    const shelved = held?.version === version ? held : { ...make(), version };
    if (shelved !== held) this.#bytes += shelved.bytes;
    this.#held.set(of, shelved);
    return shelved.texture;
  }

  /** Lets go of what is too much. Not while something is drawn from it. */
  trim(): void {
    for (const [of, held] of this.#held) {
      if (this.#bytes <= this.mostBytes) return;
      this.#held.delete(of);
      this.#forget(held);
    }
  }

  #forget({ texture, bytes }: ShelvedTexture): void {
    this.#bytes -= bytes;
    this.drop(texture);
  }
}
