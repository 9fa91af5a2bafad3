import type { Field } from '#core/raster/field';
import type { Region } from '#core/raster/raster';
import { MOST_CARD_NUMBERS } from '#core/render/card';
import type { Card, CardPicture, CardStep } from '#core/render/card';
import { wideFromSrgb } from '#core/render/encodePixels';
import { CODES_SHADER, VERTICES, stepShader } from './shaders';
import { TextureShelf } from './textureShelf';
import type { ShelvedTexture } from './textureShelf';

/** Memory of the card that one worker's textures may take. */
const MOST_BYTES = 128_000_000;
const UNITS = { before: 0, coverage: 1, field: 2, edge: 3, table: 4 } as const;
const TARGETS = ['TEXTURE_2D', 'TEXTURE_2D', 'TEXTURE_2D_ARRAY', 'TEXTURE_2D_ARRAY', 'TEXTURE_3D'] as const;
const NO_CHANGE = [1, 0, 0, 0, 1, 0, 0, 0, 1];

/** A program and where its uniforms are. */
interface Program {
  readonly program: WebGLProgram;
  readonly at: (name: string) => WebGLUniformLocation | null;
}

/** Fields that are looked through for one that is the same as a new one. */
const MOST_FIELDS = 8;

/** What is drawn into. */
interface Canvas {
  readonly texture: WebGLTexture;
  readonly frame: WebGLFramebuffer;
}

/** Two pictures in half precision that are drawn into by turns, and one of codes. */
interface Canvases {
  readonly width: number;
  readonly height: number;
  readonly turns: readonly [Canvas, Canvas];
  readonly codes: Canvas;
}

/** Sizes for which there are canvases at a time: a draft, the picture, and its stand-in in small. */
const MOST_SIZES = 3;

/** Draws pictures by WebGL 2. Colours between steps are of half precision; what is read back are codes of 8 bits. */
export class GraphicsCard implements Card {
  readonly #gl: WebGL2RenderingContext;
  readonly #most: number;
  readonly #programs = new Map<string, Program>();
  readonly #shelf: TextureShelf;
  /** stands where a step has no such texture */
  readonly #none: readonly WebGLTexture[];
  /** by size, that of the last picture first */
  #canvases: readonly Canvases[] = [];
  /** each came in a message of its own, often with the numbers of an earlier one */
  #fields: Field[] = [];
  #isBroken = false;

  /** @param mayBeSlow takes a card that a processor imitates, too. @returns undefined where there is none */
  static open(mayBeSlow: boolean): GraphicsCard | undefined {
    if (typeof OffscreenCanvas === 'undefined') return undefined;
    const gl = new OffscreenCanvas(1, 1).getContext('webgl2', {
      failIfMajorPerformanceCaveat: !mayBeSlow,
      antialias: false,
      depth: false,
      powerPreference: 'high-performance',
    });
    // Without this, colours between steps would be of 8 bits.
    if (!gl?.getExtension('EXT_color_buffer_float')) return undefined;
    return mayBeSlow || !isImitated(gl) ? new GraphicsCard(gl) : undefined;
  }

  private constructor(gl: WebGL2RenderingContext) {
    this.#gl = gl;
    this.#most = gl.getParameter(gl.MAX_TEXTURE_SIZE) as number;
    this.#shelf = new TextureShelf(MOST_BYTES, (texture) => gl.deleteTexture(texture));
    gl.pixelStorei(gl.UNPACK_ALIGNMENT, 1);
    gl.disable(gl.DITHER);
    this.#none = TARGETS.map((target) => {
      const texture = this.#newTexture(target);
      if (target === 'TEXTURE_2D') gl.texStorage2D(gl.TEXTURE_2D, 1, gl.R8, 1, 1);
      else gl.texStorage3D(gl[target], 1, gl.R8, 1, 1, 1);
      return texture;
    });
  }

  draw(picture: CardPicture, out: Uint8Array): boolean {
    if (this.#isBroken || this.#gl.isContextLost()) return false;
    try {
      return this.#draw(picture, out);
    } catch {
      // What its compiler refuses once it refuses again; the processor goes on.
      this.#isBroken = true;
      return false;
    }
  }

  /** Gives the card's memory back; nothing is drawn any more. */
  dispose(): void {
    this.#isBroken = true;
    this.#gl.getExtension('WEBGL_lose_context')?.loseContext();
  }

  #draw({ source, steps, region, space }: CardPicture, out: Uint8Array): boolean {
    const gl = this.#gl;
    const { outWidth: width, outHeight: height } = region;
    if (!this.#isHeld(width, height, steps)) return false;
    const canvases = this.#canvasesOf(width, height);
    gl.viewport(0, 0, width, height);
    let picture = this.#shelf.get(source, 0, () => this.#colours(source, width, height));
    steps.forEach((step, n) => {
      const canvas = canvases.turns[(n % 2) as 0 | 1];
      gl.bindFramebuffer(gl.FRAMEBUFFER, canvas.frame);
      this.#drawStep(picture, step, region);
      picture = canvas.texture;
    });
    gl.bindFramebuffer(gl.FRAMEBUFFER, canvases.codes.frame);
    const codes = this.#use('codes', () => CODES_SHADER);
    gl.uniformMatrix3fv(codes.at('fromSrgb'), true, space === 'srgb' ? NO_CHANGE : wideFromSrgb());
    this.#bind(UNITS.before, picture);
    gl.drawArrays(gl.TRIANGLES, 0, 3);
    gl.readPixels(0, 0, width, height, gl.RGBA, gl.UNSIGNED_BYTE, out);
    this.#shelf.trim();
    return gl.getError() === gl.NO_ERROR && !gl.isContextLost();
  }

  #drawStep(picture: WebGLTexture, { kernel, coverage, strength, edge }: CardStep, region: Region): void {
    const gl = this.#gl;
    const { outWidth: width, outHeight: height } = region;
    const { at } = this.#use(kernel.words, stepShader);
    const { field, table, numbers } = kernel;
    this.#bind(UNITS.before, picture);
    this.#bind(
      UNITS.coverage,
      this.#shelf.get(coverage, 0, () => this.#shares(coverage, width, height)),
    );
    this.#bind(UNITS.field, field && this.#fieldTexture(field));
    this.#bind(UNITS.edge, edge && this.#fieldTexture(edge));
    this.#bind(UNITS.table, table && this.#shelf.get(table, table.fillings, () => this.#cube(table)));
    gl.uniform1f(at('strength'), strength);
    gl.uniform4f(at('frame'), region.x, region.y, region.width / width, region.height / height);
    if (field) gl.uniform4fv(at('fieldFrame'), frameOf(field));
    if (edge) gl.uniform4fv(at('edgeFrame'), frameOf(edge));
    gl.uniform1i(at('cleansEdges'), Number(!!edge));
    if (numbers) gl.uniform4fv(at('numbers'), numbers);
    gl.drawArrays(gl.TRIANGLES, 0, 3);
  }

  /** Whether the card has textures as large, and kernels no more numbers than there is room for. */
  #isHeld(width: number, height: number, steps: readonly CardStep[]): boolean {
    const sides = steps.flatMap(({ kernel: { field }, edge }) =>
      [field, edge].flatMap((each) => (each ? [each.region.outWidth, each.region.outHeight] : [])),
    );
    return (
      Math.max(width, height, ...sides) <= this.#most &&
      steps.every(({ kernel: { numbers } }) => (numbers?.length ?? 0) <= MOST_CARD_NUMBERS)
    );
  }

  #canvasesOf(width: number, height: number): Canvases {
    const gl = this.#gl;
    const made = () => ({
      width,
      height,
      turns: [this.#canvas(gl.RGBA16F, width, height), this.#canvas(gl.RGBA16F, width, height)] as const,
      codes: this.#canvas(gl.RGBA8, width, height),
    });
    const known = this.#canvases.find((each) => each.width === width && each.height === height) ?? made();
    const all = [known, ...this.#canvases.filter((each) => each !== known)];
    for (const { turns, codes } of all.slice(MOST_SIZES))
      for (const { texture, frame } of [...turns, codes]) {
        gl.deleteFramebuffer(frame);
        gl.deleteTexture(texture);
      }
    this.#canvases = all.slice(0, MOST_SIZES);
    return known;
  }

  #canvas(format: number, width: number, height: number): Canvas {
    const gl = this.#gl;
    const texture = this.#newTexture('TEXTURE_2D');
    gl.texStorage2D(gl.TEXTURE_2D, 1, format, width, height);
    const frame = gl.createFramebuffer();
    gl.bindFramebuffer(gl.FRAMEBUFFER, frame);
    gl.framebufferTexture2D(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.TEXTURE_2D, texture, 0);
    return { texture, frame };
  }

  /** @param words by which the program is known, and of which its shader is made */
  #use(words: string, make: (words: string) => string): Program {
    let known = this.#programs.get(words);
    if (!known) {
      const program = this.#link(make(words));
      const places = new Map<string, WebGLUniformLocation | null>();
      const at = (name: string) => {
        if (!places.has(name)) places.set(name, this.#gl.getUniformLocation(program, name));
        return places.get(name)!;
      };
      known = { program, at };
      this.#programs.set(words, known);
      this.#gl.useProgram(program);
      for (const [name, unit] of Object.entries(UNITS)) this.#gl.uniform1i(at(name), unit);
    }
    this.#gl.useProgram(known.program);
    return known;
  }

  /** @throws {Error} with what the card's compiler says */
  #link(fragments: string): WebGLProgram {
    const gl = this.#gl;
    const program = gl.createProgram();
    for (const [type, words] of [
      [gl.VERTEX_SHADER, VERTICES],
      [gl.FRAGMENT_SHADER, fragments],
    ] as const) {
      const shader = gl.createShader(type)!;
      gl.shaderSource(shader, words);
      gl.compileShader(shader);
      gl.attachShader(program, shader);
      if (!gl.getShaderParameter(shader, gl.COMPILE_STATUS) && !gl.isContextLost())
        throw new Error(`the graphics card refuses a program: ${gl.getShaderInfoLog(shader)}`);
    }
    gl.linkProgram(program);
    return program;
  }

  #bind(unit: number, texture: WebGLTexture | undefined): void {
    const gl = this.#gl;
    gl.activeTexture(gl.TEXTURE0 + unit);
    gl.bindTexture(gl[TARGETS[unit]!], texture ?? this.#none[unit]!);
  }

  #newTexture(target: (typeof TARGETS)[number]): WebGLTexture {
    const gl = this.#gl;
    const texture = gl.createTexture();
    // A unit that no step draws from.
    gl.activeTexture(gl.TEXTURE0 + TARGETS.length);
    gl.bindTexture(gl[target], texture);
    for (const which of [gl.TEXTURE_MIN_FILTER, gl.TEXTURE_MAG_FILTER])
      gl.texParameteri(gl[target], which, gl.NEAREST);
    return texture;
  }

  #colours(source: Float32Array, width: number, height: number): ShelvedTexture {
    const gl = this.#gl;
    const texture = this.#newTexture('TEXTURE_2D');
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGB32F, width, height, 0, gl.RGB, gl.FLOAT, unshared(source));
    return { texture, bytes: 16 * width * height };
  }

  #shares(coverage: Uint8Array, width: number, height: number): ShelvedTexture {
    const gl = this.#gl;
    const texture = this.#newTexture('TEXTURE_2D');
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.R8, width, height, 0, gl.RED, gl.UNSIGNED_BYTE, unshared(coverage));
    return { texture, bytes: width * height };
  }

  #cube({ size, data }: { readonly size: number; readonly data: Float32Array }): ShelvedTexture {
    const gl = this.#gl;
    const texture = this.#newTexture('TEXTURE_3D');
    gl.texImage3D(gl.TEXTURE_3D, 0, gl.RGBA32F, size, size, size, 0, gl.RGBA, gl.FLOAT, data);
    return { texture, bytes: 16 * size ** 3 };
  }

  /** The first one with these numbers. */
  #knownField(field: Field): Field {
    const known = this.#fields.find((each) => isSame(each, field));
    this.#fields = [known ?? field, ...this.#fields.filter((each) => each !== known)].slice(0, MOST_FIELDS);
    return known ?? field;
  }

  #fieldTexture(given: Field): WebGLTexture {
    const field = this.#knownField(given);
    return this.#shelf.get(field.data, 0, () => {
      const gl = this.#gl;
      const { outWidth: width, outHeight: height } = field.region;
      const layers = Math.ceil(field.channels / 4);
      const texture = this.#newTexture('TEXTURE_2D_ARRAY');
      const texels = layersOf(field, layers);
      gl.texImage3D(gl.TEXTURE_2D_ARRAY, 0, gl.RGBA32F, width, height, layers, 0, gl.RGBA, gl.FLOAT, texels);
      return { texture, bytes: 4 * texels.length };
    });
  }
}

/** Whether a processor does what a card would: browsers do not always say so when they are asked for a quick one. */
function isImitated(gl: WebGL2RenderingContext): boolean {
  const facts = gl.getExtension('WEBGL_debug_renderer_info');
  const name = String(gl.getParameter(facts?.UNMASKED_RENDERER_WEBGL ?? gl.RENDERER));
  return /swiftshader|llvmpipe|softpipe|software|basic render/i.test(name);
}

/** A field's channels in layers of four. */
function layersOf({ region, channels, data }: Field, layers: number): Float32Array {
  const count = region.outWidth * region.outHeight;
  const texels = new Float32Array(4 * layers * count);
  for (let i = 0; i < count; i++)
    for (let c = 0; c < channels; c++) texels[4 * (count * (c >> 2) + i) + (c & 3)] = data[channels * i + c]!;
  return texels;
}

function isSame(one: Field, other: Field): boolean {
  if (one.data === other.data) return true;
  if (one.channels !== other.channels || one.data.length !== other.data.length) return false;
  if (frameOf(one).some((value, n) => value !== frameOf(other)[n])) return false;
  for (let i = 0; i < one.data.length; i++) if (one.data[i] !== other.data[i]) return false;
  return true;
}

/** Corner of a field, and its values for each pixel of the photo. */
function frameOf({ region }: Field): readonly number[] {
  return [region.x, region.y, region.outWidth / region.width, region.outHeight / region.height];
}

/** WebGL takes no memory that workers share. */
function unshared<T extends Float32Array | Uint8Array>(numbers: T): T {
  const isShared = typeof SharedArrayBuffer !== 'undefined' && numbers.buffer instanceof SharedArrayBuffer;
  return isShared ? (numbers.slice() as T) : numbers;
}
