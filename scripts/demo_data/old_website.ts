import { randomUUID } from 'node:crypto'
import { USUAL_INLET } from '@/core/inlets/inlet'
import { findForm } from '@/db/queries/forms'
import { addInlet, findInlet, keepPost } from '@/db/queries/inlets'
import { personOf } from './company'
import type { House } from './people'

/** What people wrote into the form of the old website, which nobody has moved yet. */
const WISHES = [
  'The lid of our front loader no longer closes flush. Can somebody look at it?',
  'Do you still have shelves for the 2016 top loader?',
  'Our elements are worn after nine years.\nWhat would a set cost, fitted?',
  'Is there a date for a service this side of spring?',
]

const OF = 'service'
const SITE = 'https://old.tarnfield.example'

/** An inlet that the form of the old website sends to, where all waits until somebody says what its fields are. */
export async function leaveOldWebsite({ db, workspaceId, daysAgo }: House): Promise<void> {
  const form = await findForm(db, workspaceId, OF)
  if (!form) throw new Error(`There is no form ${OF}`)
  const settings = { ...USUAL_INLET, sites: [SITE] }
  const name = 'old_website'
  await addInlet(db, { workspaceId, formId: form.id, name, title: 'Old website', settings }, 1)
  const inlet = await findInlet(db, form.id, name)
  if (!inlet) throw new Error(`There is no inlet ${name}`)
  for (let n = 12; n > 0; n--) {
    const { first_name, last_name, email } = personOf(n * 7)
    const came = [
      ['contact[vorname]', first_name],
      ['contact[nachname]', last_name],
      ['contact[e-mail]', email],
      ['tel_nr', n % 3 === 0 ? '' : `+46 70 174 06 ${String(n + 10)}`],
      ['anliegen', WISHES[n % WISHES.length]],
      ['wunschtermin', n % 2 === 0 ? `${n + 1}.1.${daysAgo(-40).getUTCFullYear()}` : ''],
      ['rueckruf', n % 2 === 0 ? 'ja' : 'nein'],
      ['senden', 'Absenden'],
    ].map(([called = '', said]) => [called, String(said ?? '')] as const)
    await keepPost(db, {
      id: randomUUID(),
      inletId: inlet.id,
      workspaceId,
      keys: [`demo ${n}`],
      digest: String(n),
      came,
      told: { parameters: [], page: `${SITE}/kontakt`, languages: ['de'] },
      visitId: randomUUID(),
      test: false,
      at: daysAgo(n / 4),
      files: [],
    })
  }
}
