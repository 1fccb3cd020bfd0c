'use server'

import { z } from 'zod'
import { actorOf } from '@/server/access/member'
import { memberAction } from '@/server/access/session'
import { readSubmissions } from '@/server/deeds/arrivals'
import { perform } from '@/server/deeds/deed'
import { readCompanies, readContacts } from '@/server/deeds/people'

/** Something that was found by its name or address, and where it is. */
export interface Found {
  href: string
  title: string
  /** What tells it from others of the name. */
  about: string
  is: 'person' | 'company' | 'arrival'
}

/** A person, for whatever is done as somebody. */
export interface FoundPerson {
  id: string
  name: string
  email: string
}

const MOST = 5

/** Finds people, companies and arrivals by names and addresses: the few that fit best of each. */
export const findAction = memberAction(
  'people',
  z.tuple([z.string().max(200)]),
  async (member, search): Promise<Found[]> => {
    const asked = { search, limit: MOST }
    const actor = actorOf(member)
    // What cannot be searched just now leaves what was found of the others.
    const none = () => null
    const [people, companies, arrivals] = await Promise.all([
      perform(readContacts, actor, asked).catch(none),
      perform(readCompanies, actor, asked).catch(none),
      perform(readSubmissions, actor, asked).catch(none),
    ])
    return [
      ...(people?.ok ? people.value.contacts : []).map(({ id, email, values }) => ({
        href: `/people/${id}`,
        title: nameOf(values) || email,
        about: email,
        is: 'person' as const,
      })),
      ...(companies?.ok ? companies.value.companies : []).map(({ id, name, domain }) => ({
        href: `/people/companies/${id}`,
        title: name,
        about: domain ?? '',
        is: 'company' as const,
      })),
      ...(arrivals?.ok ? arrivals.value.submissions : []).map(({ id, person, email, formName }) => ({
        href: `/arrivals/${id}`,
        title: person ?? email ?? 'Somebody unknown',
        about: formName,
        is: 'arrival' as const,
      })),
    ]
  },
)

/** Finds contacts by what is stored of them. */
export const findPeopleAction = memberAction(
  'people',
  z.tuple([z.string().max(200)]),
  async (member, search): Promise<FoundPerson[]> => {
    const found = await perform(readContacts, actorOf(member), { search, limit: 8 })
    return (found.ok ? found.value.contacts : []).map(({ id, email, values }) => ({
      id,
      name: nameOf(values) || email,
      email,
    }))
  },
)

const nameOf = ({ first_name: first, last_name: last }: Readonly<Record<string, unknown>>): string =>
  [first, last].filter((part) => typeof part === 'string').join(' ')
