import { bringAStudio } from '../../scripts/demo_data/forms/bring_a_studio'
import { deliverySurvey } from '../../scripts/demo_data/forms/delivery_survey'
import { finder } from '../../scripts/demo_data/forms/finder'
import { glazeSamples } from '../../scripts/demo_data/forms/glaze_samples'
import { openDay } from '../../scripts/demo_data/forms/open_day'
import { schoolQuote } from '../../scripts/demo_data/forms/school_quote'
import { service } from '../../scripts/demo_data/forms/service'
import type { Form } from '@/core/form/definition'
import { api } from '../support/api'
import { composeByHand } from '../support/compose_by_hand'
import { fillIn } from '../support/fill_in'
import { expect, facts, test, unique } from '../e2e/studio'

/** Some picture: a newcomer sends pictures of their own. */
const picture = { id: '00000000-0000-4000-8000-000000000000', alt: 'A kiln', width: 8, height: 8 }
const any = new Proxy({}, { get: () => picture })
const pictures = { wares: any, glazes: any, plate: picture }

const FORMS: Record<string, Form> = {
  'the finder': finder('shorter', pictures),
  'the glaze samples': glazeSamples(pictures),
  'the open day': openDay('2027-03-01', '2027-03-02'),
  'the call for service': service(pictures),
  'the school quote': schoolQuote(),
  'the survey': deliverySurvey(),
  'the invitation': bringAStudio(),
}

/**
 * What is asked and how, without where answers come from and go to, with any picture as one, and what conditions
 * compare with in no order.
 */
const asked = (form: Form): unknown =>
  JSON.parse(
    JSON.stringify([
      form.pace,
      form.look,
      form.steps.map(({ title, shownWhen, questions }) => ({ title, shownWhen, questions })),
    ]),
    (key, value: unknown) => {
      if (key === 'lands' || key === 'fill') return undefined
      if (key === 'picture' && value !== null) return 'a picture'
      return key === 'to' && Array.isArray(value) ? value.sort() : value
    },
  )

// Hands take their time: each of these sets some hundred things.
test.describe.configure({ timeout: 300_000 })

for (const [what, form] of Object.entries(FORMS))
  test(`a newcomer makes ${what} from a blank form, and fills it in on a phone`, async ({ studio, browser }) => {
    const slug = unique('by-hand')
    await api(facts, 'POST', '/forms', { name: slug, slug })
    await studio.goto(`/forms/${slug}/compose`)
    await composeByHand(studio, form)
    await expect(studio.getByText('draft saved')).toBeVisible()
    const { body: made } = await api<Form>(facts, 'GET', `/forms/${slug}/draft`)
    expect(asked(made)).toEqual(asked(form))

    await studio.getByRole('link', { name: /^Release/ }).click()
    await studio.getByRole('button', { name: 'Make release 1 live' }).click()
    await expect(studio.getByText('Release 1 is live', { exact: true })).toBeVisible()
    const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
    const page = await phone.newPage()
    await page.goto(`${facts.url}/f/${slug}`)
    await fillIn(page, made, `${slug}@alder-school.example`, async () => {
      const wide = await page.evaluate(() => document.documentElement.scrollWidth)
      expect(wide, 'nothing is wider than the phone').toBeLessThanOrEqual(390)
    })
    await expect(page.getByRole('heading', { name: made.outcome.title })).toBeFocused()
    await phone.close()
  })
