import { parseFullName } from 'parse-full-name'

/** A person's name as fields of contacts hold it; `''` for a part that it has not. */
export interface NameParts {
  given: string
  family: string
}

/**
 * A whole name in its parts, as most of Europe and the Americas write them: “Dr. Ilka Maria van der Brandt” and “van der
 * Brandt, Ilka Maria” are Ilka Maria of the van der Brandts. A title is neither. Of one word alone it is taken for what
 * somebody is called; of two family names only the last is known to be one.
 */
export function partName(name: string): NameParts {
  const { first, middle, last, suffix } = parseFullName(name, 'all', 0, 0, 0)
  const given = joined(first, middle)
  return given === '' ? { given: last, family: '' } : { given, family: joined(last, suffix) }
}

const joined = (...parts: string[]): string => parts.filter((part) => part !== '').join(' ')
