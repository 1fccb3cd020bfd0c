/** The letter, Firing notes: it is confirmed by mail, and whoever has had enough of it leaves by theirs. */
import { findAsked } from '@/db/queries/confirming'
import { setConfirming } from '@/server/settings/confirming'
import { confirmLists, refuseLists } from '@/server/mailed/join'
import { leaveLists } from '@/server/mailed/leaveLists'
import type { House } from './people'

const LETTER = 'firing_notes'
const MINUTE = 60 * 1000

const WORDS = {
  en: {
    subject: 'One press, and Firing notes are yours',
    body: 'Good day,\n\nsomebody asked {{ from }} to send Firing notes to {{ address }}.\n\nIf it was you, say so below. If not, do nothing: no letter will come.',
    page: 'Press yes, and {{ lists }} come to {{ address }}. This is what was agreed to:',
    thanks: 'Firing notes come to {{ address }} in the first week of each month. Every letter says how to leave.',
  },
}

/** Whoever joins is asked by mail from now on. */
export async function askReaders({ db, workspaceId }: House): Promise<void> {
  const set = await setConfirming(db, workspaceId, LETTER, WORDS)
  if (!set.ok) throw new Error(set.message)
}

/** Most of those who were asked confirm it, one says that it was somebody else, and some never answer. */
export async function answerLetter({ db, workspaceId }: House): Promise<void> {
  const asked = await db
    .selectFrom('list_pending')
    .select(['ask_id as ask', 'asked_at as at'])
    .distinct()
    .where('workspace_id', '=', workspaceId)
    .orderBy('ask_id')
    .execute()
  const inTime = (
    await Promise.all(
      asked.map(async ({ ask, at }) => {
        const asking = await findAsked(db, ask)
        return asking ? [{ asking, at }] : []
      }),
    )
  ).flat()
  const answering = inTime
    .toSorted((one, other) => one.asking.address.localeCompare(other.asking.address, 'en'))
    .filter((_, n) => n % 4 !== 3)
  for (const [n, { asking, at }] of answering.entries())
    if (n === 2) await refuseLists(db, asking)
    else await confirmLists(db, asking, new Date(Math.min(at.getTime() + (4 + (n % 50)) * MINUTE, Date.now())))
}

const WHY_LEFT = [
  '',
  'We have sold our kiln.',
  '',
  'More letters than I can read.',
  'I only wanted the sample box.',
  '',
]

/** A few have had enough of the letter, and left it by their mail. */
export async function leaveLetter({ db, workspaceId }: House): Promise<void> {
  const readers = await db
    .selectFrom('list_membership')
    .select('contact_id as id')
    .where('workspace_id', '=', workspaceId)
    .where('list', '=', LETTER)
    .orderBy('joined_at')
    .limit(WHY_LEFT.length * 4)
    .execute()
  for (const [n, why] of WHY_LEFT.entries()) {
    const reader = readers[n * 4]
    if (reader) await leaveLists(db, workspaceId, reader.id, [], why)
  }
}
