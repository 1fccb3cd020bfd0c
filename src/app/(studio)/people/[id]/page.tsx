import { readFollowed } from '@/db/queries/deliveries'
import { listDoublesOf } from '@/db/queries/doubles'
import { listFormNames } from '@/db/queries/forms'
import { findPerson } from '@/db/queries/people'
import { listBrowsers } from '@/db/queries/browsers'
import { listLinks } from '@/db/queries/links'
import { isGone, orGone } from '@/db/queries/records'
import { readResources } from '@/db/queries/workspace'
import { foundPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Gone } from '@/studio/people/gone'
import { Person } from '@/studio/people/person'

export const metadata = { title: 'Person' }

export default foundPage('people', orGone(findPerson), async (person, { workspaceId }) => {
  if (isGone(person)) return <Gone gone={person} />
  const { db } = context()
  const [{ fields, lists, members }, forms, links, browsers, doubles, deliveries] = await Promise.all([
    readResources(db, workspaceId),
    listFormNames(db, workspaceId),
    listLinks(db, workspaceId, person.id),
    listBrowsers(db, workspaceId, person.id),
    listDoublesOf(db, workspaceId, person.id),
    readFollowed(db, workspaceId, {
      ids: [person.id, ...person.parts.map(({ id }) => id)],
      submissions: person.submissions.map(({ id }) => id),
      causes: [...new Set(person.changes.map(({ cause }) => cause))],
    }),
  ])
  const live = forms.filter(({ isLive }) => isLive)
  return (
    <Person
      person={person}
      fields={fields}
      lists={lists}
      links={links}
      browsers={browsers}
      forms={live}
      {...{ doubles, members, deliveries }}
    />
  )
})
