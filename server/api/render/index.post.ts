import type { H3Event } from 'h3';
import { z } from 'zod';
import { HandOffError } from '#core/errors';
import type { HandOffLimits } from '#core/formats/handOff';
import { inspectPhotoFile } from '#core/formats/inspectPhotoFile';
import { FORMAT_FACTS, writtenAsSchema } from '#core/formats/writtenFile';
import type { RenderRequest } from '../../../node/renderFile';
import { answerFault } from '../../utils/answerFault';
import { renderJobs } from '../../utils/handOff';

const idSchema = z.uuid().optional();

/**
 * Renders a photo in full: a form of the file `photo`, its `plan` and, as JSON, `as` what it is to be written.
 * A header `X-Job` with a UUID lets its progress be asked for. Answers with the file, or with a fault as JSON.
 */
export default defineEventHandler(async (event) => {
  // Another site's page has no business here.
  const site = getHeader(event, 'sec-fetch-site');
  if (site !== undefined && site !== 'same-origin' && site !== 'none')
    throw createError({ statusCode: 403, statusMessage: 'Asked from another site' });
  const jobs = renderJobs();
  if (!jobs) return answerFault(event, new HandOffError('off'));
  const gone = new AbortController();
  event.node.res.on('close', () => gone.abort());
  try {
    const id = idSchema.safeParse(getHeader(event, 'x-job'));
    if (!id.success) throw new HandOffError('unclear');
    let type = '';
    const file = await jobs.run(
      async () => {
        const request = await receive(event, jobs.limits);
        type = FORMAT_FACTS[request.as.format].type;
        return request;
      },
      { signal: gone.signal, id: id.data },
    );
    setHeader(event, 'Content-Type', type);
    setHeader(event, 'Cache-Control', 'no-store');
    return Buffer.from(file.buffer, file.byteOffset, file.length);
  } catch (error) {
    return answerFault(event, error);
  }
});

/** @throws {HandOffError} too-large, too-many-pixels or unclear; {PhotoFileError} */
async function receive(event: H3Event, { megabytes, megapixels }: HandOffLimits): Promise<RenderRequest> {
  const length = Number(getHeader(event, 'content-length'));
  if (!(length > 0)) throw new HandOffError('unclear');
  if (length > megabytes * 1e6) throw new HandOffError('too-large', megabytes);
  const form = (await readMultipartFormData(event)) ?? [];
  const part = (name: string) => form.find((entry) => entry.name === name);
  const [photo, plan, as] = [part('photo'), part('plan'), part('as')];
  const wanted = writtenAsSchema.safeParse(readJson(as?.data));
  if (!photo || !plan || !wanted.success) throw new HandOffError('unclear');
  const { width, height } = inspectPhotoFile(photo.filename ?? 'photo', photo.data);
  if (width * height > megapixels * 1e6) throw new HandOffError('too-many-pixels', megapixels);
  return {
    plan: plan.data.toString('utf8'),
    name: photo.filename ?? 'photo',
    bytes: photo.data,
    as: wanted.data,
  };
}

function readJson(data: Buffer | undefined): unknown {
  try {
    return JSON.parse(data?.toString('utf8') ?? '');
  } catch {
    return undefined;
  }
}
