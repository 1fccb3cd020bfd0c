/**
 * The layers, from the inside out. Each may import only those before it; a rule for each folder below
 * says which are out of bounds.
 */
const LAYERS = ['core', 'db', 'server', 'visitor', 'studio', 'app']

/**
 * Stops on an answer's way, in its order: a folder of the core imports only those before it. Tests may use all.
 */
const CORE =
  'rights language formats answers logic kinds fields origins look form fill records changes imports inlets dispatch plan examine rehearse readout sources segments spam testing'.split(
    ' ',
  )

/** The server renders the visitor's page, so these two know each other; neither knows the studio. */
const ALSO = { server: ['visitor'], visitor: [] }

const outOfBounds = (layer) =>
  LAYERS.slice(LAYERS.indexOf(layer) + 1)
    .filter((other) => !(ALSO[layer] ?? []).includes(other))
    .concat(layer === 'visitor' ? ['db', 'server'] : [])

/** @param {string} folder */
const coreRule = (folder) => {
  const later = CORE.slice(CORE.indexOf(folder) + 1)
  const message = `src/core/${folder} stands before it on an answer’s way, and must not know it.`
  return {
    ...layerRule('core', [{ group: later.map((name) => `**/${name}/**`), message }]),
    files: [`src/core/${folder}/**/*.ts`],
    excludeFiles: ['**/*.test.ts'],
  }
}

const layerRule = (layer, more = []) => ({
  files: [`src/${layer}/**/*.{ts,tsx}`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        paths: [
          { name: 'next/link', message: 'Use src/studio/ui/link: it asks for nothing before somebody goes there.' },
        ],
        patterns: [
          ...outOfBounds(layer).map((other) => ({
            group: [`@/${other}/*`, `**/${other}/**`],
            message: `src/${layer} must not know src/${other}.`,
          })),
          ...more,
          ...(layer === 'core'
            ? [
                {
                  group: ['node:*', 'fs', 'path', 'crypto', 'pg', 'kysely', 'react', 'react-dom*', 'next*'],
                  message: 'The core has no I/O, clock, randomness, database or interface.',
                },
              ]
            : []),
        ],
      },
    ],
  },
})

/** @param {string[]} names */
const errors = (names) => Object.fromEntries(names.map((name) => [name, 'error']))
/** @param {string[]} names */
const off = (names) => Object.fromEntries(names.map((name) => [name, 'off']))

/** One linter for everything; what needs types is checked by TypeScript's native compiler (`scripts/order.mjs`). */
export default {
  plugins: ['import', 'typescript', 'react'],
  jsPlugins: ['./scripts/order/our_rules.mjs'],
  ignorePatterns: ['.next', 'build', '.lichen', '.lichen-test', 'public', 'next-env.d.ts'],
  categories: { correctness: 'error' },
  rules: {
    ...errors([
      'eqeqeq',
      'no-array-constructor',
      'no-case-declarations',
      'no-empty',
      'no-fallthrough',
      'no-prototype-builtins',
      'no-regex-spaces',
      'no-unexpected-multiline',
      'no-useless-constructor',
      'no-var',
      'prefer-const',
      'prefer-rest-params',
      'prefer-spread',
      'react/exhaustive-deps',
      'react/rules-of-hooks',
      'typescript/await-thenable',
      'typescript/ban-ts-comment',
      'typescript/consistent-type-imports',
      'typescript/no-dynamic-delete',
      'typescript/no-empty-object-type',
      'typescript/no-explicit-any',
      'typescript/no-extraneous-class',
      'typescript/no-floating-promises',
      'typescript/no-invalid-void-type',
      'typescript/no-namespace',
      'typescript/no-non-null-asserted-nullish-coalescing',
      'typescript/no-non-null-assertion',
      'typescript/no-require-imports',
      'typescript/no-unnecessary-type-constraint',
      'typescript/no-unsafe-function-type',
      'typescript/prefer-literal-enum-member',
      'typescript/switch-exhaustiveness-check',
      'typescript/unified-signatures',
    ]),
    // A circle of types is one as well.
    'import/no-cycle': ['error', { ignoreTypes: false }],
    'no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    // What React's compiler would want: nothing here is compiled by it.
    ...off(['react/refs', 'react/set-state-in-effect']),
    // These complain of what is meant: answers told as text, letters counted, methods passed on.
    ...off([
      'typescript/no-base-to-string',
      'typescript/no-implied-eval',
      'typescript/no-misused-spread',
      'typescript/no-redundant-type-constituents',
      'typescript/no-useless-default-assignment',
      'typescript/require-array-sort-compare',
      'typescript/restrict-template-expressions',
      'typescript/unbound-method',
    ]),
    'typescript/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
  },
  overrides: [
    {
      files: ['src/core/**/*.ts'],
      rules: {
        'no-restricted-globals': [
          'error',
          'process',
          'fetch',
          'window',
          'document',
          'setTimeout',
          'setInterval',
          'crypto',
        ],
        'no-restricted-properties': [
          'error',
          { object: 'Math', property: 'random', message: 'Randomness is passed in.' },
          { object: 'Date', property: 'now', message: 'The time is passed in.' },
        ],
      },
    },
    {
      files: ['src/**/*.{ts,tsx}'],
      // Configuration speaks to the operator.
      excludeFiles: ['src/**/*.test.ts', 'src/core/testing/**', 'src/server/config.ts'],
      rules: {
        'lichen/ask-the-kind': 'error',
        'lichen/no-settings-in-prose': 'error',
        'lichen/end-with-the-reader': 'error',
      },
    },
    {
      files: [
        'src/{core,db,server,studio,visitor}/**/*.{ts,tsx}',
        'bench/**/*.ts',
        'scripts/**/*.{ts,mjs}',
        'tests/**/*.ts',
      ],
      rules: { 'lichen/called-what-it-holds': 'error' },
    },
    {
      files: ['src/**/*.{ts,tsx}'],
      excludeFiles: [
        'src/db/migrations/**',
        'src/db/queries/{causes,erasing,written}.ts',
        'src/server/changes/writeChanges.ts',
      ],
      rules: { 'lichen/one-writer': 'error' },
    },
    ...LAYERS.map((layer) => layerRule(layer)),
    ...CORE.slice(0, -1).map(coreRule),
    {
      files: ['bench/**/*.ts'],
      rules: {
        'no-restricted-imports': [
          'error',
          { patterns: [{ group: ['@/*', '**/src/**'], message: 'The Bench is outside: it must not know src.' }] },
        ],
      },
    },
    { files: ['**/*.mjs'], env: { node: true }, rules: { 'no-undef': 'error' } },
  ],
}
