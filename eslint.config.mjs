import { readdirSync } from 'node:fs'
import js from '@eslint/js'
import hooks from 'eslint-plugin-react-hooks'
import ts from 'typescript-eslint'

/**
 * The layers, from the inside out. Each may import only those before it; a rule for each folder below
 * says which are out of bounds.
 */
const LAYERS = ['core', 'db', 'server', 'visitor', 'studio', 'app']

/** The server renders the visitor's page, so these two know each other; neither knows the studio. */
const ALSO = { server: ['visitor'], visitor: [] }

const outOfBounds = (layer) =>
  LAYERS.slice(LAYERS.indexOf(layer) + 1)
    .filter((other) => !(ALSO[layer] ?? []).includes(other))
    .concat(layer === 'visitor' ? ['db', 'server'] : [])

const layerRule = (layer) => ({
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

/** Kinds of question: what one of them does is its own business, so nobody compares with its name. */
const KINDS = readdirSync(`${import.meta.dirname}/src/core/answers/kinds`)
  .map((file) => file.replace(/\..*/, ''))
  .join('|')
/** What people read in the studio names none of the operator's settings: they cannot reach them. */
const NO_SETTINGS_IN_PROSE = ['Literal[value=%]', 'TemplateElement[value.raw=%]'].map((selector) => ({
  selector: selector.replace('%', '/\\w .*LICHEN_|LICHEN_\\w+[ .]\\w?/'),
  message: 'Say what to do without the name of an operator’s setting.',
}))
const ASK_THE_KIND = 'Ask the kind (mannerOf, rulesOf) instead of comparing with its name.'
const kindRule = {
  files: ['src/**/*.{ts,tsx}'],
  // Configuration speaks to the operator.
  ignores: ['src/**/*.test.ts', 'src/core/testing/**', 'src/server/config.ts'],
  rules: {
    'no-restricted-syntax': [
      'error',
      {
        selector: `BinaryExpression:matches([left.property.name='kind'], [left.name='kind'], [right.property.name='kind'], [right.name='kind']) > Literal[value=/^(${KINDS})$/]`,
        message: ASK_THE_KIND,
      },
      {
        selector: `SwitchStatement:matches([discriminant.property.name='kind'], [discriminant.expression.property.name='kind'], [discriminant.name='kind']) > SwitchCase > Literal[value=/^(${KINDS})$/]`,
        message: ASK_THE_KIND,
      },
      ...NO_SETTINGS_IN_PROSE,
    ],
  },
}

export default ts.config(
  {
    ignores: ['.next/**', 'build/**', '.lichen/**', '.lichen-test/**', 'public/**', 'next-env.d.ts', 'node_modules/**'],
  },
  js.configs.recommended,
  ...ts.configs.strict,
  {
    plugins: { 'react-hooks': hooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      'no-console': 'off',
      eqeqeq: 'error',
    },
  },
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
  kindRule,
  ...LAYERS.map(layerRule),
  {
    files: ['bench/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: ['@/*', '**/src/**'], message: 'The Bench is outside: it must not know src.' }] },
      ],
    },
  },
  {
    files: ['**/*.mjs'],
    languageOptions: {
      globals: {
        console: 'readonly',
        process: 'readonly',
        fetch: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        Buffer: 'readonly',
      },
    },
  },
)
