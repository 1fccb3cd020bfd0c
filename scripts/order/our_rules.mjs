import { readdirSync } from 'node:fs'

/** Kinds of question: what one of them does is its own business, so nobody compares with its name. */
const KINDS = readdirSync(`${import.meta.dirname}/../../src/core/kinds`)
  .flatMap((file) => /^(?!registry)(\w+)\.ts$/.exec(file)?.[1] ?? [])
  .join('|')

const ASK_THE_KIND = 'Ask the kind (mannerOf, rulesOf) instead of comparing with its name.'
const NO_SETTINGS = 'Say what to do without the name of an operator’s setting.'
const END_WITH_THE_READER =
  'Use streamed: what Node makes of a stream goes on after its reader has gone, and ends the process.'
const ONE_WRITER = 'Say it as a change set and leave it to writeChanges: nothing else writes what people are known by.'
const WRITTEN = '(record|record_change|list_membership|note|cause)'
const SETTING = '/\\w .*LICHEN_|LICHEN_\\w+[ .]\\w?/'

/**
 * A rule that wants nothing of these shapes in the code.
 * @param {Record<string, string>} shapes what is said of each, by its selector
 */
const nothingLike = (shapes) => ({
  /** @param {{ report: (found: { node: unknown, message: string }) => void }} context */
  create: (context) =>
    Object.fromEntries(
      Object.entries(shapes).map(([selector, message]) => [
        selector,
        (/** @type {unknown} */ node) => context.report({ node, message }),
      ]),
    ),
})

/** A file is called what it holds: one in camel case is the function or component of its name; others have low lines. */
const calledWhatItHolds = {
  /** @param {{ filename: string, sourceCode: { text: string }, report: (found: { node: unknown, message: string }) => void }} context */
  create: (context) => ({
    /** @param {unknown} node */
    Program(node) {
      const name = /([^/\\]+?)(?:\.(?:test|model|spec|config|d))*\.\w+$/.exec(context.filename)?.[1] ?? ''
      if (/^[a-z0-9]+(?:_[a-z0-9]+)*$/.test(name)) return
      const own = `[${name[0]}${name[0]?.toUpperCase()}]${name.slice(1)}`
      const tested = /\.(?:test|model)\./.test(context.filename)
      if (
        /^[a-z][A-Za-z0-9]*$/.test(name) &&
        (tested || new RegExp(`export .*\\b${own}\\b`).test(context.sourceCode.text))
      )
        return
      context.report({
        node,
        message: 'Call the file what it holds: its one function or component, or small letters with low lines.',
      })
    },
  }),
}

/** What holds in Lichen's own code and nowhere else. */
export default {
  meta: { name: 'lichen' },
  rules: {
    'ask-the-kind': nothingLike({
      [`BinaryExpression:matches([left.property.name='kind'], [left.name='kind'], [right.property.name='kind'], [right.name='kind']) > Literal[value=/^(${KINDS})$/]`]:
        ASK_THE_KIND,
      [`SwitchStatement:matches([discriminant.property.name='kind'], [discriminant.expression.property.name='kind'], [discriminant.name='kind']) > SwitchCase > Literal[value=/^(${KINDS})$/]`]:
        ASK_THE_KIND,
    }),
    // What people read in the studio names none of the operator's settings: they cannot reach them.
    'no-settings-in-prose': nothingLike({
      [`Literal[value=${SETTING}]`]: NO_SETTINGS,
      [`TemplateElement[value.raw=${SETTING}]`]: NO_SETTINGS,
    }),
    // Whatever changes anything about people has a cause, and goes through one writer.
    'one-writer': nothingLike({
      'ImportSpecifier[imported.name=/^(writeAll|addDeliveries)$/]': ONE_WRITER,
      [`TemplateElement[value.raw=/(insert into|update|delete from) ${WRITTEN}\\b/]`]: ONE_WRITER,
      [`CallExpression[callee.property.name=/^(insertInto|updateTable|deleteFrom)$/] > Literal[value=/^${WRITTEN}$/]`]:
        ONE_WRITER,
    }),
    'called-what-it-holds': calledWhatItHolds,
    'end-with-the-reader': nothingLike({ [`MemberExpression[property.name='toWeb']`]: END_WITH_THE_READER }),
  },
}
