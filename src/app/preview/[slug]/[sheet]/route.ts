import { readStored } from '@/core/form/stored'
import { themeOf } from '@/core/look/look'
import { findForm } from '@/db/queries/forms'
import { findTheme } from '@/db/queries/themes'
import { admit } from '@/server/access/member'
import { context } from '@/server/context'
import { problem } from '@/server/problem'
import { serveLook } from '@/server/visitor/look'

/** The style sheet of a draft's look, for people who are signed in. */
export async function GET(request: Request, { params }: { params: Promise<{ slug: string; sheet: string }> }) {
  const { slug, sheet } = await params
  const mark = /^look-([0-9a-f]+)\.css$/.exec(sheet)?.[1]
  const admitted = await admit(request.headers, 'read')
  const stored = admitted.ok && mark ? await findForm(context().db, admitted.member.workspaceId, slug) : null
  if (!stored || !mark) return problem(404, 'There is no such form.')
  const form = readStored(stored.draft)
  const own = await findTheme(context().db, stored.workspaceId, form.look.theme)
  return serveLook(form, themeOf(form.look, own), mark)
}
