import { createHash } from 'node:crypto';

/**
 * A strict policy: everything from this origin alone. The one inline script of the page shell is let
 * through by its hash; blob: is for pictures that the page made itself.
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:response', (response) => {
    const body = String(response.body ?? '');
    const hashes = [
      ...body.matchAll(/<script(?![^>]*\bsrc=)(?![^>]*application\/json)[^>]*>([\s\S]*?)<\/script>/g),
    ].map(([, script]) => `'sha256-${createHash('sha256').update(script!).digest('base64')}'`);
    const { 'x-powered-by': _, ...headers } = response.headers as Record<string, string>;
    response.headers = {
      ...headers,
      'Content-Security-Policy': [
        "default-src 'self'",
        `script-src 'self' 'wasm-unsafe-eval' ${hashes.join(' ')}`.trim(),
        "style-src 'self'",
        "img-src 'self' blob: data:",
        "worker-src 'self'",
        "connect-src 'self'",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'none'",
        "frame-ancestors 'none'",
      ].join('; '),
    };
  });
});
