import { z } from 'zod'
import { parameterSchema } from '../answers/name'
import type { SourceRules } from './source'

export const settings = () => ({
  parameter: z
    .union([z.literal(''), parameterSchema])
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
