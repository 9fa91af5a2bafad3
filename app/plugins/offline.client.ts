const AFTER_MS = 5000;

/** Takes the application in for work without a network, once the page has done what it was opened for. */
export default defineNuxtPlugin(() => {
  if (import.meta.dev || !('serviceWorker' in navigator)) return;
  // Without it everything works as long as the network does.
  setTimeout(() => void navigator.serviceWorker.register('/sw.js').catch(() => undefined), AFTER_MS);
});
