import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import { buildRenderThread } from './scripts/buildRenderThread';
import { writeServiceWorker } from './scripts/offlineFiles';

const isolation = {
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Embedder-Policy': 'require-corp',
  'Cross-Origin-Resource-Policy': 'same-origin',
};

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  srcDir: 'app/',
  serverDir: 'server/',
  // Pictures, documents and workers exist in the browser alone, so there is nothing for a server to draw.
  ssr: false,
  telemetry: false,
  devtools: { enabled: false },
  modules: ['@pinia/nuxt', '@vueuse/nuxt', '@nuxt/eslint'],
  css: ['~/main.css'],
  components: [{ path: '~/components', pathPrefix: false }],
  app: {
    head: {
      title: 'Even Blush',
      htmlAttrs: { lang: 'en' },
      meta: [{ name: 'viewport', content: 'width=device-width, initial-scale=1' }],
      link: [
        { rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' },
        { rel: 'manifest', href: '/manifest.webmanifest' },
      ],
    },
  },
  runtimeConfig: {
    // Each is set by an environment variable, such as NUXT_HAND_OFF_JOBS.
    handOff: { on: true, megabytes: 300, megapixels: 100, seconds: 300, jobs: 1, waiting: 2 },
  },
  features: { inlineStyles: false },
  experimental: { appManifest: false },
  hooks: {
    'nitro:build:public-assets': (nitro) => writeServiceWorker(nitro.options.output.publicDir),
  },
  nitro: {
    compressPublicAssets: true,
    errorHandler: '~~/server/error',
    // What the thread needs of it is not seen from the server's own bundle.
    externals: {
      traceInclude: [
        'sharp',
        'libraw-wasm/dist/libraw.js',
        'libraw-wasm/dist/libraw.wasm',
        '@jsquash/jxl/codec/dec/jxl_dec.js',
        '@jsquash/jxl/codec/dec/jxl_dec.wasm',
        'lcms-wasm',
        'lcms-wasm/dist/lcms.wasm',
      ].map((path) => fileURLToPath(import.meta.resolve(path))),
    },
    hooks: { compiled: (nitro) => buildRenderThread(nitro.options.output.serverDir) },
    serverAssets: [{ baseName: 'demo', dir: fileURLToPath(new URL('./demo', import.meta.url)) }],
    routeRules: {
      '/**': {
        headers: {
          ...isolation,
          'X-Content-Type-Options': 'nosniff',
          'X-Frame-Options': 'DENY',
          'Referrer-Policy': 'no-referrer',
          'Permissions-Policy': 'camera=(), microphone=(), geolocation=()',
        },
      },
    },
  },
  vite: {
    plugins: [tailwindcss()],
    worker: { format: 'es' },
    server: { headers: isolation },
    optimizeDeps: { include: ['zod', 'dexie', 'fast-png', '@headlessui/vue', '@lucide/vue'] },
  },
  typescript: {
    strict: true,
    tsConfig: {
      compilerOptions: { noUncheckedIndexedAccess: true, erasableSyntaxOnly: false },
      include: [
        '../kinds/**/*',
        '../workers/**/*',
        '../core/**/*',
        '../tests/**/*',
        '../bench/**/*',
        '../probe/**/*',
        '../scripts/**/*',
        '../cli/**/*',
        '../node/**/*',
        '../*.ts',
      ],
    },
  },
});
