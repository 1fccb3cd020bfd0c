import { readStored } from '@/core/form/stored'
import { testsOf } from '@/core/logic/condition'
import type { Form } from '@/core/form/definition'
import { readPlace } from '@/core/segments/place'
import type { Segment } from '@/core/segments/segment'
import type { AroundPeople } from '@/core/segments/vocabulary'
import { listFormNames, readLiveDefinitions } from '@/db/queries/forms'
import { listSources } from '@/db/queries/segments'
import { readResources } from '@/db/queries/workspace'
import { context } from '@/server/context'

/** What is known of a workspace, as it comes to the screen. */
export type SentAround = Omit<AroundPeople, 'asked'> & { asked: readonly (readonly [string, Form])[] }

/** Reads what segments are told with: of these forms, and those that they ask about already, with their questions. */
export async function readAround(
  workspaceId: string,
  segments: readonly Pick<Segment, 'condition'>[],
  asked: readonly string[] = [],
): Promise<SentAround> {
  const { db } = context()
  const named = segments.flatMap(({ condition }) =>
    testsOf(condition).flatMap(({ value }) => {
      const place = readPlace(value)
      return place?.is === 'answer' ? [place.form] : []
    }),
  )
  const [{ fields, lists, members }, forms, sources, definitions] = await Promise.all([
    readResources(db, workspaceId),
    listFormNames(db, workspaceId),
    listSources(db, workspaceId),
    readLiveDefinitions(db, workspaceId, [...new Set([...named, ...asked])]),
  ])
  return {
    fields,
    lists,
    members,
    sources,
    forms: forms.filter(({ isLive }) => isLive).map(({ slug, name }) => ({ slug, name })),
    asked: definitions.map(({ slug, definition }) => [slug, readStored(definition)] as const),
  }
}
