/** Who may import whom: the floors of docs/architecture.md. */
const only = (name, from, allowed, packages = []) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.ts$' },
  to: { pathNot: [...allowed, ...packages.map((entry) => `node_modules/${entry}/`)] },
});

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'nothing-unresolved',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: ['^(vue|#imports|#components)$', '\\.vue$'] },
    },
    only('core-alone', '^core/(?!document|formats)', ['^core/']),
    only(
      'core-document-and-formats',
      '^core/(document|formats)',
      ['^core/'],
      ['zod', 'fast-png', 'fflate', 'pako', 'culori', '@types/culori', '@types/pako'],
    ),
    only('math-is-the-ground', '^core/math', ['^core/math']),
    only('colour-stands-on-math', '^core/colour', ['^core/(colour|math)']),
    only('loops-stand-alone', '^core/loops', ['^core/loops']),
    only('raster-stands-on-colour', '^core/raster', ['^core/(colour|loops|math|raster|errors)']),
    only('kinds', '^kinds/', ['^core/', '^kinds/'], ['zod']),
    {
      name: 'kinds-apart',
      severity: 'error',
      from: { path: '^kinds/(\\w+)/([^/]+)/' },
      to: { path: '^kinds/\\w+/', pathNot: '^kinds/$1/$2/' },
    },
    only('networks', '^networks/(?!training/)', ['^core/', '^networks/'], ['@tensorflow']),
    only(
      'workers',
      '^workers/',
      ['^core/', '^kinds/', '^networks/', '^workers/'],
      [
        '@tensorflow/tfjs-backend-wasm/dist',
        '@jsquash/(jpeg|avif|jxl)',
        'libraw-wasm/dist',
        'lcms-wasm',
        'mediabunny',
        '@zip.js/zip.js',
      ],
    ),
    only(
      'node',
      '^node/',
      ['^core/', '^kinds/', '^node/', '^(node:)?(crypto|events|worker_threads|module|fs/promises)$'],
      ['sharp', 'libraw-wasm', 'lcms-wasm', '@jsquash/jxl'],
    ),
    {
      name: 'app-reaches-workers-by-client',
      severity: 'error',
      from: { path: '^app/' },
      to: { path: '^workers/(?!client)' },
    },
    {
      name: 'app-computes-nothing',
      severity: 'error',
      from: { path: '^app/' },
      to: { path: '^core/(segment|render)', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'server-not-app',
      severity: 'error',
      from: { path: '^(node|server|cli)/' },
      to: { path: '^(app|workers)/' },
    },
    {
      name: 'below-app',
      severity: 'error',
      from: { path: '^(core|kinds|networks|workers)/', pathNot: '^networks/training/' },
      to: { path: '^(app|node|server|cli)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.(gen|test)\\.ts$' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
