import { tellSource } from '@/core/sources/source'
import { addressWithTags, parametersOf, type Tags } from '@/core/sources/tags'
import type { Db } from '@/db/database'
import { countSources, listTaggedLinks } from '@/db/queries/tagged_links'
import { type Rate, rateOf } from './readReadout'

/** A link with tags, and what came of it. */
export interface TaggedLink extends Tags {
  id: string
  url: string
  madeAt: Date
  /** Who made it. */
  who: string
  arrived: number
  began: number
  sent: number
  /** Sent of arrived, with its 95 % range; `null` where nobody arrived. */
  finish: Rate | null
}

/** The links of a form with what Readout counts for their tags, by campaign. */
export async function readTaggedLinks(db: Db, formId: string, address: string): Promise<TaggedLink[]> {
  const links = await listTaggedLinks(db, formId)
  if (links.length === 0) return []
  const told = links.map((link) => ({ ...link, label: tellSource(parametersOf(link), null).label }))
  const counted = await countSources(db, formId, [...new Set(told.map(({ label }) => label))])
  const numbers = new Map(counted.map(({ source, ...counts }) => [source, counts]))
  return told.map(({ label, ...link }) => {
    const { arrived, began, sent } = numbers.get(label) ?? { arrived: 0, began: 0, sent: 0 }
    return { ...link, url: addressWithTags(address, link), arrived, began, sent, finish: rateOf(sent, arrived) }
  })
}
