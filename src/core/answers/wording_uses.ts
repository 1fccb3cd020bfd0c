import { type Path, splitPath } from './answer'

/**
 * Wording on the page that uses what is known: `{{ first_name | default: "And you" }}`. It is the part of Liquid
 * that a page can write anew with each answer and without Liquid: a value, and what to write in its place.
 */
const USE =
  /\{\{-?\s*([a-z_][a-z0-9_]*(?:\.[a-z_][a-z0-9_]*)?)\s*(?:\|\s*default:\s*(?:"([^"{}]*)"|'([^'{}]*)')\s*)?-?\}\}/gi

/** Writes a wording with these words for what it uses; where there are none, with what it says itself. */
export const sayWith = (wording: string, wordsAt: (path: string) => string): string =>
  wording.replace(
    USE,
    (_, path: string, double: string | undefined, single: string | undefined) =>
      wordsAt(path) || (double ?? single ?? ''),
  )

/** One use of a value in a wording or a template. */
export interface WordingUse {
  /** The value used, or the part of one. */
  path: Path
  /** Whether it says what to write when the value is missing. */
  hasFallback: boolean
}

/** What a wording uses, in order. */
export const usesIn = (wording: string): WordingUse[] =>
  [...wording.matchAll(USE)].map(([, path = '', double, single]) => ({
    path,
    hasFallback: (double ?? single ?? '') !== '',
  }))

/** Whether it has more in braces than a page can write. */
export const isBeyondPage = (wording: string): boolean => /\{[{%]|[%}]\}/.test(wording.replace(USE, ''))

/** Gives a value another name where a wording uses it. */
export const renameInWording = (wording: string, from: string, to: string): string =>
  wording.replace(USE, (use, path: string) =>
    splitPath(path)[0] === from ? use.replace(path, to + path.slice(from.length)) : use,
  )
