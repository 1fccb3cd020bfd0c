/**
 * Measures a visitor's page for somebody who is known beside the same page for a stranger, in one run: how long until its
 * first byte, where the form greets them by what is stored of them, of their company, their last deal, a list and what
 * they sent. One query more is all that it may take.
 */
import { get } from 'node:http'
import { api, applied, releasedForm, send } from '../support/api'
import type { FormInput } from '@/core/form/definition'

const url = process.env.MEASURE_URL ?? ''
const token = process.env.MEASURE_TOKEN ?? ''
const reach = { url, bench: '', token }
const ROUNDS = 250
const WANTED = 1.3

const form: FormInput = {
  title: '{{ name | default: "Hello" }} of {{ house | default: "a studio" }}',
  intro: '{{ deal | default: "-" }}, {{ listed | default: "-" }}, {{ last | default: "-" }}',
  steps: [
    {
      name: 'all',
      title: 'All',
      questions: [
        { kind: 'short_text', name: 'first_name', label: 'First name', lands: [{ field: 'first_name' }] },
        { kind: 'company', name: 'firm', label: 'Firm', lands: [{ record: 'company', field: 'name' }] },
        { kind: 'email', name: 'email', label: 'Email', required: true, lands: [{ field: 'email' }] },
      ],
    },
  ],
  carried: [
    { name: 'name', label: 'Name', fill: [{ from: 'record', field: 'first_name' }] },
    { name: 'house', label: 'House', fill: [{ from: 'record', record: 'company', field: 'name' }] },
    { name: 'deal', label: 'Deal', fill: [{ from: 'record', record: 'deal', field: 'title' }] },
    { name: 'listed', label: 'Listed', fill: [{ from: 'list', list: 'firing_notes' }] },
    { name: 'last', label: 'Last', fill: [{ from: 'last_sent' }] },
  ],
  records: { company: true, deal: { title: 'Kiln of {{ first_name }}' } },
}

/** Milliseconds until the first byte of a page, over a connection of its own. */
const firstByte = (path: string, cookie: string): Promise<number> =>
  new Promise((done, fail) => {
    const begun = performance.now()
    get(url + path, { headers: { cookie }, agent: false }, (response) => {
      const took = performance.now() - begun
      response.resume()
      response.on('end', () => (response.statusCode === 200 ? done(took) : fail(new Error(`${response.statusCode}`))))
    }).on('error', fail)
  })

const at = (times: number[], share: number): number =>
  times.toSorted((a, b) => a - b)[Math.ceil(share * times.length) - 1] ?? 0

const tell = (times: number[]): string =>
  [0.5, 0.95].map((share) => at(times, share).toFixed(1)).join(' / ') + ' ms (median, 95 %)'

await releasedForm(reach, 'known', form)
const sent = await send(reach, 'known', { first_name: 'Oda', firm: 'Fern Hollow', email: 'oda@known.example' })
const { contact } = await applied(reach, sent.body.submission)
const { body: link } = await api<{ k: string }>(reach, 'POST', `/contacts/${contact}/links`, { form: 'known' })
const stranger = () => firstByte('/f/known', '')
const holder = () => firstByte('/f/known?personal=', `lichen_link=${link.k}`)
for (let warm = 0; warm < 30; warm++) await Promise.all([stranger(), holder()])
const times: { stranger: number[]; holder: number[] } = { stranger: [], holder: [] }
for (let round = 0; round < ROUNDS; round++) {
  times.stranger.push(await stranger())
  times.holder.push(await holder())
}
const ratio = at(times.holder, 0.5) / at(times.stranger, 0.5)
console.log(`Page for a stranger:    ${tell(times.stranger)}`)
console.log(`Page for the known:     ${tell(times.holder)}`)
console.log(`Ratio of the medians:   ${ratio.toFixed(2)}   (wanted: at most ${WANTED})`)
process.exit(ratio <= WANTED ? 0 : 1)
