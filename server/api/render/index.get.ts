import { HandOffError } from '#core/errors';
import { renderJobs } from '../../utils/handOff';
import { answerFault } from '../../utils/answerFault';

/** What this server takes in hand. */
export default defineEventHandler((event) => {
  const jobs = renderJobs();
  return jobs ? jobs.limits : answerFault(event, new HandOffError('off'));
});
