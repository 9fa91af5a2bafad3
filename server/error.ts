import type { NitroErrorHandler } from 'nitropack';

/** Errors in a sentence, without styles or scripts that the security policy would refuse. */
const handleError: NitroErrorHandler = (error, event) => {
  const status = error.statusCode || 500;
  const words = status === 500 ? 'The server failed' : error.statusMessage || 'This cannot be answered';
  setResponseStatus(event, status, words);
  setResponseHeaders(event, { 'Content-Security-Policy': "default-src 'none'", 'Cache-Control': 'no-store' });
  if (event.path.startsWith('/api/'))
    return send(event, JSON.stringify({ status, message: words }), 'application/json');
  const page = `<!doctype html><html lang="en"><title>Even Blush</title><main><h1>${words}</h1><p><a href="/">All sittings</a></p></main></html>`;
  return send(event, page, 'text/html; charset=utf-8');
};

export default handleError;
