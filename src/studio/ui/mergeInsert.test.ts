import { describe, expect, it } from 'vitest'
import { insertMerge } from './mergeInsert'

describe('a merge field', () => {
  it('goes where the cursor stands, and takes the place of the braces typed there', () => {
    const put = (text: string, at = text.indexOf('|')) => {
      const { text: next, cursor } = insertMerge(text.replace('|', ''), at, 'who.first')
      return `${next.slice(0, cursor)}|${next.slice(cursor)}`
    }
    expect(put('Dear |, hello')).toBe('Dear {{ who.first | default: "|" }}, hello')
    expect(put('Dear {{|, hello')).toBe('Dear {{ who.first | default: "|" }}, hello')
    expect(put('{{ |}}')).toBe('{{ who.first | default: "|" }}')
    expect(put('|')).toBe('{{ who.first | default: "|" }}')
  })
})
