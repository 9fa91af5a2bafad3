import { config } from 'zod';

/**
 * Schemas are interpreted: the security policy forbids making functions from text, and each try would be
 * reported.
 */
export default defineNuxtPlugin(() => {
  config({ jitless: true });
});
