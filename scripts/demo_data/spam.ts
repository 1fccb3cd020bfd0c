import type { Answers } from '@/core/answers/answer'
import type { Suspicion } from '@/core/spam/suspect'
import type { Db } from '@/db/database'
import { inLanguage, type LiveForm } from '@/server/forms/live'
import { acceptSubmission } from '@/server/submissions/acceptSubmission'
import type { Visitor } from '@/server/visits/visitor'

/** What came from machines lately, and one that only looks so: a class that shares a network, without a script. */
interface DemoSpam {
  slug: string
  hoursAgo: number
  answers: Answers
  suspicions: Suspicion[]
}

const OFFERS = [
  'Rank first for kiln words in a week, write to us',
  'Cheap pallets of bricks, container every month',
  'Your site has nine faults, we mend them all',
  'Loan for your company within the hour',
]

/** Every field filled in, at all hours, by the same few senders. */
const offers: DemoSpam[] = Array.from({ length: 13 }, (_, n) => ({
  slug: n % 4 === 3 ? 'firing-notes' : 'kiln-finder',
  hoursAgo: 2 + n * 11,
  suspicions: n % 3 === 0 ? ['trap', 'unopened'] : n % 3 === 1 ? ['unopened'] : ['hasty'],
  answers: {
    ware: 'stoneware',
    people_sharing: 1,
    supply: 'not_sure',
    peak_temperature: 1200,
    region: 'north',
    plan_around: `${OFFERS[n % OFFERS.length]}: https://offers-${1 + (n % 3)}.bulk.example`,
    studio: 'Best Offers',
    first_name: 'Best',
    email: `offers-${1 + (n % 3)}@bulk.example`,
    newsletter: true,
    letter: true,
  },
}))

const DEMO_SPAM: DemoSpam[] = [
  ...offers,
  {
    slug: 'kiln-finder',
    hoursAgo: 5,
    suspicions: ['crowd'],
    answers: {
      ware: 'earthenware',
      people_sharing: 12,
      supply: 'three_phase',
      region: 'south',
      plan_around: 'For the pottery room of our school. We all use one line.',
      studio: 'Alder School',
      first_name: 'Runa',
      email: 'runa@alder-school.example',
      newsletter: false,
    },
  },
]

/** Posts it: kept apart, for somebody to settle. */
export async function postSpam(db: Db, live: (slug: string) => Promise<LiveForm>, now: Date): Promise<void> {
  const stranger: Visitor = { link: {}, pageBefore: null, holder: null }
  for (const { slug, hoursAgo, answers, suspicions } of DEMO_SPAM) {
    const at = new Date(now.getTime() - hoursAgo * 60 * 60 * 1000)
    const form = inLanguage(await live(slug), [])
    const accepted = await acceptSubmission(
      db,
      form,
      answers,
      stranger,
      null,
      () => Promise.resolve({ suspicions, wait: 0 }),
      at,
    )
    if (!accepted.ok) throw new Error(JSON.stringify(accepted))
  }
}
