import { HAND_OFF_PATH } from '#core/formats/handOff';

/** Where the page itself answers; files and routes of the interface are served by their own handlers. */
const PAGES = /^\/((sitting\/[^/]+|words)\/?)?$/;
const ROUTES = /^\/api\//;

/** What is not there is not found, and nothing is sent but photos to render: the page's shell is no answer to either. */
export default defineEventHandler((event) => {
  const path = event.path.split('?')[0]!;
  if (event.method === 'POST' && path === HAND_OFF_PATH) return;
  if (event.method !== 'GET' && event.method !== 'HEAD') {
    setHeader(event, 'Allow', 'GET, HEAD');
    throw createError({ statusCode: 405, statusMessage: 'Only GET and HEAD are answered' });
  }
  if (import.meta.dev || PAGES.test(path) || ROUTES.test(path)) return;
  throw createError({ statusCode: 404, statusMessage: 'There is nothing at this address' });
});
