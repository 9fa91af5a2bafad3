/** Every error of the core: a stable `code` and typed `fields`; the wording belongs to the front. */
export class CoreError extends Error {
  readonly code: string;
  readonly fields: Readonly<Record<string, string | number>>;

  constructor(code: string, fields: Readonly<Record<string, string | number>> = {}) {
    super(`${code} ${JSON.stringify(fields)}`);
    this.code = code;
    this.fields = fields;
  }
}

/** Two buffers that belong together differ in length. */
export class SizeMismatchError extends CoreError {
  constructor(expected: number, actual: number) {
    super('size-mismatch', { expected, actual });
  }
}

/** Why a file is not opened as a photo. */
export type PhotoFileFault =
  | 'empty'
  | 'not-a-photo'
  | 'truncated'
  | 'zero-size'
  | 'too-many-pixels'
  | 'too-long'
  | 'moving-picture'
  | 'undecodable'
  | 'unsupported';

/** A file that cannot be opened as a photo; `reason` says why, `file` which. */
export class PhotoFileError extends CoreError {
  constructor(
    file: string,
    readonly reason: PhotoFileFault,
    detail: Readonly<Record<string, number>> = {},
  ) {
    super('photo-file', { file, reason, ...detail });
  }
}

/** Why a plan or a sitting is not taken. */
export type DocumentFault =
  'not-json' | 'not-a-sitting' | 'from-the-future' | 'invalid' | 'other-photo' | 'coverage';

/** A plan or sitting that does not parse; `at` is the place in it. */
export class DocumentError extends CoreError {
  constructor(
    readonly reason: DocumentFault,
    at = '',
    detail = '',
  ) {
    super('document', { reason, at, detail });
  }
}

/** Why something asked for is not done. */
export type CommandFault =
  | 'colour'
  | 'no-part'
  | 'nobody'
  | 'in-the-way'
  | 'not-in-a-table'
  | 'no-area'
  | 'reference'
  | 'not-looked-at';

/** Something asked for that this photo or these words do not give. */
export class CommandError extends CoreError {
  constructor(
    readonly reason: CommandFault,
    detail = '',
  ) {
    super('command', { reason, detail });
  }
}

/** A computation that was given up because a newer one took its place or the user stopped it. */
export class CancelledError extends CoreError {
  constructor() {
    super('cancelled');
  }
}

/** A worker that ended before it answered. */
export class WorkerLostError extends CoreError {
  constructor() {
    super('worker-lost');
  }
}

/** A worker that neither answered nor said how far it is for longer than any computation takes. */
export class WorkerSilentError extends CoreError {
  constructor() {
    super('worker-silent');
  }
}

/** Why a server does not render a photo. */
export type HandOffFault =
  'off' | 'busy' | 'too-slow' | 'too-large' | 'too-many-pixels' | 'unclear' | 'lost' | 'away';

/** A photo that was handed to a server and did not come back; `most` is the limit that it met. */
export class HandOffError extends CoreError {
  constructor(
    readonly reason: HandOffFault,
    most = 0,
  ) {
    super('hand-off', { reason, most });
  }
}

/** Why a shot is not opened, followed or written. */
export type ShotFault =
  | 'no-ffmpeg'
  | 'no-frames'
  | 'no-picture'
  | 'codec'
  | 'damaged'
  | 'sizes'
  | 'too-long'
  | 'no-range'
  | 'nobody'
  | 'failed';

/** A moving shot with which something is not done; the fields say where or how much. */
export class ShotError extends CoreError {
  constructor(
    readonly reason: ShotFault,
    detail: Readonly<Record<string, string | number>> = {},
  ) {
    super('shot', { reason, ...detail });
  }
}

/** The files of a face network are missing or damaged. */
export class NetworksMissingError extends CoreError {
  constructor(network: string, detail: string) {
    super('networks-missing', { network, detail });
  }
}

/** An error as data: a structured clone keeps neither class nor fields. */
export interface ErrorFacts {
  readonly code: string;
  readonly fields: CoreError['fields'];
}

/** An error taken apart, for another thread or another machine. */
export function factsOf(error: unknown): ErrorFacts {
  if (error instanceof CoreError) return { code: error.code, fields: error.fields };
  const detail = error instanceof Error ? `${error.name}: ${error.message}` : String(error);
  return { code: 'unexpected', fields: { detail } };
}

/** By its code, how an error is made again of its fields: a built page calls its classes otherwise than its workers do. */
const REVIVERS: Readonly<Record<string, (fields: CoreError['fields']) => CoreError>> = {
  'size-mismatch': ({ expected, actual }) => new SizeMismatchError(Number(expected), Number(actual)),
  'photo-file': ({ file, reason, ...detail }) =>
    new PhotoFileError(String(file), reason as PhotoFileFault, detail as Record<string, number>),
  'document': ({ reason, at, detail }) =>
    new DocumentError(reason as DocumentFault, String(at), String(detail)),
  'shot': ({ reason, ...detail }) => new ShotError(reason as ShotFault, detail),
  'command': ({ reason, detail }) => new CommandError(reason as CommandFault, String(detail)),
  'hand-off': ({ reason, most }) => new HandOffError(reason as HandOffFault, Number(most)),
  'cancelled': () => new CancelledError(),
  'worker-lost': () => new WorkerLostError(),
  'worker-silent': () => new WorkerSilentError(),
  'networks-missing': ({ network, detail }) => new NetworksMissingError(String(network), String(detail)),
};

/** The error that was taken apart into facts, of its own class again. */
export function reviveError({ code, fields }: ErrorFacts): CoreError {
  return REVIVERS[code]?.(fields) ?? new CoreError(code, fields);
}
