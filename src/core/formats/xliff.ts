import { asXmlText } from './text'

/** Texts and their translations as XLIFF 2.1 (OASIS), which translators' programs read and write. */

/** One text: what it is known by, what it is, and what it is in the other language; empty where it is not there. */
export interface XliffUnit {
  key: string
  source: string
  target: string
  /** Whether the target is of another source than this. */
  older: boolean
}

const ESCAPED: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  '\r': '&#13;',
}

const escape = (text: string): string => asXmlText(text).replace(/[&<>"\r]/g, (one) => ESCAPED[one] ?? one)

/**
 * A document of one file with a unit for each text. `original` names what the texts are of; languages are BCP 47.
 * White space is kept as it is.
 */
export function writeXliff(original: string, from: string, to: string, units: readonly XliffUnit[]): string {
  const lines = units.map(({ key, source, target, older }, index) =>
    [
      `    <unit id="u${index + 1}" name="${escape(key)}">`,
      `      <segment state="${target === '' || older ? 'initial' : 'translated'}">`,
      `        <source xml:space="preserve">${escape(source)}</source>`,
      ...(target === '' ? [] : [`        <target xml:space="preserve">${escape(target)}</target>`]),
      '      </segment>',
      '    </unit>',
    ].join('\n'),
  )
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.1" srcLang="${from}" trgLang="${to}">`,
    `  <file id="f1" original="${escape(original)}">`,
    ...lines,
    '  </file>',
    '</xliff>',
    '',
  ].join('\n')
}
