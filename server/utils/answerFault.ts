import type { H3Event } from 'h3';
import { CoreError, factsOf } from '#core/errors';
import type { ErrorFacts, HandOffFault } from '#core/errors';
import { sayFailure } from '../../node/sayFailure';

const HAND_OFF_STATUS: Readonly<Record<HandOffFault, number>> = {
  'off': 404,
  'busy': 503,
  'too-slow': 504,
  'too-large': 413,
  'too-many-pixels': 413,
  'unclear': 400,
  'lost': 500,
  'away': 502,
};

/** An error as an answer: a sentence, and what it is made again of. A fault of the server passes through. */
export function answerFault(
  event: H3Event,
  error: unknown,
): { readonly message: string; readonly fault: ErrorFacts } {
  if (!(error instanceof CoreError) || error.code === 'unexpected') throw error;
  const status = error.code === 'hand-off' ? HAND_OFF_STATUS[error.fields.reason as HandOffFault] : 422;
  setResponseStatus(event, status);
  setHeader(event, 'Cache-Control', 'no-store');
  if (error.fields.reason === 'busy') setHeader(event, 'Retry-After', 10);
  return { message: sayFailure(String(error.fields.file ?? 'The photo'), error), fault: factsOf(error) };
}
