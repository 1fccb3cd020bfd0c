import { firstOf } from '../answers/link_parameters'
import type { SourceRules } from './source'

/** The parameter in which a site’s script tells it (`visitor/site/address.ts`). */
const PARAMETER = 'first_page'

export const settings = () => ({})

/** The page of a site at which the visit to it began, as the script that put the form there tells: a claim, as any parameter. */
export const rules: SourceRules<object> = {
  words: 'the first page of the visit',
  origin: 'link',
  begin: () => ({}),
  look: (_, { link }) => ({ raw: firstOf(link, PARAMETER), origin: 'link' }),
  describe: () => 'first page of the visit',
  parameter: () => PARAMETER,
}
