import { listFormNames } from '@/db/queries/forms'
import { findPerson } from '@/db/queries/people'
import { listLinks } from '@/db/queries/links'
import { readResources } from '@/db/queries/workspace'
import { foundPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Person } from '@/studio/people/person'

export const metadata = { title: 'Person' }

export default foundPage(findPerson, async (person, { workspaceId }) => {
  const { db } = context()
  const [{ fields, lists }, forms, links] = await Promise.all([
    readResources(db, workspaceId),
    listFormNames(db, workspaceId),
    listLinks(db, workspaceId, person.id),
  ])
  const live = forms.filter(({ isLive }) => isLive)
  return <Person person={person} fields={fields} lists={lists} links={links} forms={live} />
})
