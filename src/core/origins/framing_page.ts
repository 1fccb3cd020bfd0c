import { z } from 'zod'
import type { SourceRules } from './source'

export const settings = () => ({
  parameter: z
    .union([z.literal(''), z.string().regex(/^[A-Za-z0-9_.-]{1,60}$/, 'Use letters, digits, _ . and -')])
    .default('')
    .describe('A parameter of its address; empty for the address without any'),
})

/** The page that frames the form, as the browser tells: its address, or what a parameter there says. */
export const rules: SourceRules<{ parameter: string }> = {
  words: 'the page that frames it',
  origin: 'browser',
  begin: () => ({ parameter: '' }),
  look({ parameter }, { framedBy }) {
    const url = framedBy !== null && URL.canParse(framedBy) ? new URL(framedBy) : null
    const raw = url && (parameter ? url.searchParams.get(parameter) : `${url.origin}${url.pathname}`)
    return { raw, origin: 'browser' }
  },
  describe: ({ parameter }) => (parameter ? `${parameter} · page around` : 'page around'),
}
