import { speakTo } from '@/core/form/spoken'
import { languageOf } from '@/core/language/languages'
import { z } from 'zod'
import { momentIn } from '@/core/formats/zone'
import { themeOf } from '@/core/look/look'
import { readStored } from '@/core/form/stored'
import { findForm } from '@/db/queries/forms'
import { storedRead } from '@/core/fill/reads'
import { tryAs } from '@/core/fill/try_as'
import { findHolder } from '@/db/queries/holders'
import { findTheme } from '@/db/queries/themes'
import { admit } from '@/server/access/member'
import { here } from '@/server/access/session'
import { context } from '@/server/context'
import { formHtml, noFormHtml } from '@/server/visitor/html'
import { languagesAccepted } from '@/server/visitor/language'
import { lookBelow } from '@/server/visitor/look'
import { knownOf } from '@/server/visits/known'
import { startFor } from '@/server/visits/openForm'

/** The draft as visitors would see it, for people who are signed in. Nothing is counted, kept or sent. */
export async function GET(request: Request, { params }: { params: Promise<{ slug: string }> }) {
  const admitted = await admit(request.headers, 'read')
  if (!admitted.ok) return noFormHtml(languageOf('en'))
  const { member } = admitted
  const { db } = context()
  const { slug } = await params
  const stored = await findForm(db, member.workspaceId, slug)
  if (!stored) return noFormHtml(languageOf('en'))
  const { searchParams } = new URL(request.url)
  const draft = readStored(stored.draft)
  const tried = draft.tries.find(({ name }) => name === searchParams.get('tried'))
  const wanted = [...searchParams.getAll('lang'), tried?.language ?? ''].filter((tag) => tag !== '')
  const { form, language, speech } = speakTo(draft, wanted)
  // As whoever is seen only by those who may see people.
  const contact = member.rights.has('people') ? z.uuid().safeParse(searchParams.get('contact')).data : undefined
  const { workspaceId, timeZone } = member
  const isRemembered = searchParams.get('known') === 'browser'
  const holder = contact
    ? await findHolder(db, { workspaceId, contact }, storedRead(form, stored.slug), timeZone)
    : null
  const browser = { language: languagesAccepted(request)[0] ?? null, zone: null, screen: null }
  const shown = { slug: stored.slug, number: stored.liveNumber ?? 0, language, timeZone }
  const known = knownOf(shown, { link: {}, pageBefore: null, holder, browser }, new Date())
  const start = startFor(form, tried ? tryAs(known, tried) : known)
  const own = await findTheme(db, member.workspaceId, form.look.theme)
  return formHtml({
    form: start.form,
    turns: start.turns,
    turnsSaid: null,
    language,
    speech,
    look: lookBelow(here(`/preview/${slug}`), form, themeOf(form.look, own)),
    values: start.values,
    carried: start.carried,
    onPage: start.onPage,
    wordingValues: start.values,
    step: form.steps[0]?.name ?? '',
    errors: [],
    notice: null,
    release: 0,
    pass: { id: '', proof: '' },
    signs: null,
    pageBefore: null,
    framedBy: null,
    mayKeepOrigin: draft.asksOrigin ? false : null,
    // The studio's own frame scrolls.
    alone: true,
    now: momentIn(member.timeZone, new Date()),
    linked: null,
    action: '#',
    resumed: false,
    greeting: null,
    remembering:
      holder && draft.remembers
        ? isRemembered
          ? { is: 'remembered', notMe: '#' }
          : { is: 'offered', ticked: false }
        : null,
    mode: 'preview',
  })
}
