import { renderJobs } from '../../utils/handOff';

/** How far a photo is that was handed over. */
export default defineEventHandler((event) => {
  const share = renderJobs()?.shareOf(getRouterParam(event, 'job')!);
  if (share === undefined) throw createError({ statusCode: 404, statusMessage: 'No such job' });
  setHeader(event, 'Cache-Control', 'no-store');
  return { share };
});
