/** Whatever no route answers is not found. */
export default defineEventHandler(() => {
  throw createError({ statusCode: 404, statusMessage: 'There is nothing at this address' });
});
