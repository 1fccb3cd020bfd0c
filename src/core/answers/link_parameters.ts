import { valueIn } from './answer'

/** The parameters of a link by name, and a list of what one says that stands there more than once. Anybody can write them. */
export type LinkParameters = Readonly<Record<string, string | string[]>>

/** What a parameter says, or says first; `undefined` where the link has none of that name. */
export function firstOf(parameters: LinkParameters, name: string): string | undefined {
  const said = valueIn(parameters, name)
  return typeof said === 'object' ? said[0] : said
}

/** All that each of them says, one by one. */
export const pairsOf = (parameters: LinkParameters): [string, string][] =>
  Object.entries(parameters).flatMap(([name, said]) =>
    (typeof said === 'string' ? [said] : said).map((one): [string, string] => [name, one]),
  )
