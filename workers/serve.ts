import { factsOf } from '#core/errors';
import type { Exchanges, PageMessage, ReplyMessage, RequestMessage } from './protocol';

type Handlers<E extends Exchanges> = {
  [Name in keyof E]: (
    request: E[Name]['request'],
    onProgress: (progress: E[Name]['progress']) => void,
  ) => E[Name]['reply'] | Promise<E[Name]['reply']>;
};

/**
 * Answers a worker's messages one at a time; whatever can be handed over without a copy is.
 * @returns hears calls from another worker as well, until it closes its port; the page has their replies
 */
export function serve<E extends Exchanges>(handlers: Handlers<E>): (peer: MessagePort) => void {
  let turn = Promise.resolve();
  const take = (message: RequestMessage) => (turn = turn.then(() => answer(handlers, message)));
  self.addEventListener('message', ({ data }: MessageEvent<PageMessage>) => {
    if ('lock' in data) hold(data.lock);
    else if ('beat' in data) post({ beat: true }, []);
    else take(data);
  });
  return (peer) => {
    peer.addEventListener('message', ({ data }: MessageEvent<RequestMessage>) => take(data));
    peer.start();
  };
}

/** Holds a lock until the worker ends, however it ends. */
function hold(lock: string): void {
  void navigator.locks.request(lock, () => {
    post({ living: true }, []);
    return new Promise(() => undefined);
  });
}

async function answer<E extends Exchanges>(
  handlers: Handlers<E>,
  { call, name, request }: RequestMessage,
): Promise<void> {
  try {
    const reply = await handlers[name as keyof E](request, (progress) =>
      post({ call, progress }, transferOf(progress)),
    );
    post({ call, reply }, transferOf(reply));
  } catch (error) {
    post({ call, fault: factsOf(error) }, []);
  }
}

function transferOf(reply: unknown): Transferable[] {
  const whole = reply instanceof Object && 'bitmap' in reply ? reply.bitmap : reply;
  return whole instanceof ImageBitmap || whole instanceof ArrayBuffer ? [whole] : [];
}

function post(message: ReplyMessage, transfer: Transferable[]): void {
  self.postMessage(message, { transfer });
}
