import { DIRECTION_MARKS } from '../formats/direction'
import { FILE_SORT_NAMES, typesOf } from './file_sorts'

const endingOf = (name: string): string => /\.([^.]+)$/.exec(name)?.[1]?.toLowerCase() ?? ''

/**
 * The name that a file is kept under: as it was given, without marks that turn text around (`gepj.bat` can look like
 * `tab.jpeg` with them), and ending as what is in
 * it does (`endings`, the usual one first), so that a double click opens what it looks like: `run.bat` with text in
 * it becomes `run.bat.txt`.
 */
export function nameByContents(given: string, endings: readonly string[]): string {
  const name = given.replace(DIRECTION_MARKS, '') || 'file'
  return endings.includes(endingOf(name)) || endings.length === 0 ? name : `${name}.${endings[0]}`
}

const EVERY_TYPE = typesOf(FILE_SORT_NAMES)

/** Whether a file's name ends as its contents have it, by their media type (IANA), and holds no mark that turns it. */
export const isNamedByContents = (name: string, type: string): boolean =>
  EVERY_TYPE[type]?.includes(endingOf(name)) === true && name.search(DIRECTION_MARKS) === -1
