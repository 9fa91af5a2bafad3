import { z } from 'zod';
import { demoListSchema } from '#core/formats/demoList';

const { file, frame } = demoListSchema.shape.photos.element.shape;
const parameters = z.strictObject({ file: z.union([file, frame.unwrap().shape.file]) });

/** One demo photo or clip; anything that is not on the list is not found. */
export default defineEventHandler(async (event) => {
  const parsed = parameters.safeParse(getRouterParams(event));
  if (!parsed.success) throw createError({ statusCode: 400, statusMessage: 'Not a name of a demo photo' });
  const bytes = await useStorage('assets:demo').getItemRaw(parsed.data.file);
  if (!bytes) throw createError({ statusCode: 404, statusMessage: 'No such demo photo' });
  setHeader(event, 'Content-Type', parsed.data.file.endsWith('.webm') ? 'video/webm' : 'image/jpeg');
  setHeader(event, 'Cache-Control', 'public, max-age=86400');
  return bytes;
});
