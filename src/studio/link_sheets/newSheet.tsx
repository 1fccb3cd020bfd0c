'use client'

import { type FormEvent, useEffect, useState } from 'react'
import type { ListInfo } from '@/core/records/record'
import { Button } from '../ui/button'
import { Tick, useSettled } from '../ui/field'
import { useGo } from '../ui/here'
import { Outside } from '../ui/outside'
import { PageHead } from '../ui/pageHead'
import { counted, figure } from '../ui/show'
import { useRun } from '../ui/useRun'
import { makeSheetAction, planSheetAction } from './actions'

type Whom = Parameters<typeof planSheetAction>[0]['whom']
type Plan = Extract<Awaited<ReturnType<typeof planSheetAction>>, { ok: true }>['value']

/** People who were chosen in their list, and how many ways there are to say whom. */
interface Props {
  forms: readonly { slug: string; name: string }[]
  segments: readonly { name: string; title: string }[]
  lists: readonly ListInfo[]
  /** Those who were chosen before, if any were. */
  given: Whom | null
  /** The segment that is chosen at first. */
  segment: string | undefined
}

type By = 'given' | 'segment' | 'list' | 'addresses'

const WORKS_FOR = [7, 30, 90, 180, 365]

/** Asks for whom links to which form are made; says how many that are before any is. */
export function NewSheet({ forms, segments, lists, given, segment }: Props) {
  const go = useGo()
  const { busy, run } = useRun()
  const [by, setBy] = useState<By>(given ? 'given' : segments.length > 0 ? 'segment' : 'addresses')
  const [chosen, setChosen] = useState({
    segment: segments.find(({ name }) => name === segment)?.name ?? segments[0]?.name ?? '',
    list: lists[0]?.name ?? '',
    addresses: '',
  })
  const [adds, setAdds] = useState(false)
  const whom = useSettled(JSON.stringify(whomBy(by, chosen, given)), 300)
  const plan = usePlan(whom)
  const links = plan !== null && plan !== 'none' && 'known' in plan ? plan.known + (adds ? plan.unknown : 0) : 0
  const set = (change: Partial<typeof chosen>) => setChosen((before) => ({ ...before, ...change }))
  const make = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const asked = JSON.parse(whom) as Whom | null
    if (asked === null) return
    const data = new FormData(event.currentTarget)
    const text = (name: string) => String(data.get(name) ?? '')
    const title = text('title').trim() || undefined
    const made = await run(() =>
      makeSheetAction({ title, form: text('form'), days: Number(text('days')), whom: asked, adds }),
    )
    if (made) go.to(`/people/sheets/${made.id}`)
  }
  return (
    <main className="max-w-3xl px-4 py-3">
      <PageHead back={['/people/sheets', 'Link sheets']} heading="New link sheet">
        <span className="text-soft">A personal link to a form for each of many people.</span>
      </PageHead>
      <form className="space-y-4" onSubmit={(event) => void make(event)}>
        <div className="grid gap-x-4 gap-y-3 min-[700px]:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
          <label className="block">
            To which form
            <select name="form" className="box mt-1" required>
              {forms.map(({ slug, name }) => (
                <option key={slug} value={slug}>
                  {name}
                </option>
              ))}
            </select>
          </label>
          <label className="block">
            They work for
            <select name="days" className="box mt-1" defaultValue="90">
              {WORKS_FOR.map((days) => (
                <option key={days} value={days}>
                  {days} days
                </option>
              ))}
            </select>
          </label>
        </div>
        <fieldset>
          <legend className="mb-1">For whom</legend>
          <div className="space-y-1.5">
            {given && <Way by="given" words={tellGiven(given)} {...{ now: by, onChoose: setBy }} />}
            {segments.length > 0 && (
              <Way by="segment" words="A segment" {...{ now: by, onChoose: setBy }}>
                <Choice
                  label="Which segment"
                  options={segments}
                  value={chosen.segment}
                  onChoose={(name) => set({ segment: name })}
                />
              </Way>
            )}
            {lists.length > 0 && (
              <Way by="list" words="A list" {...{ now: by, onChoose: setBy }}>
                <Choice label="Which list" options={lists} value={chosen.list} onChoose={(list) => set({ list })} />
              </Way>
            )}
            <Way by="addresses" words="Pasted addresses, one in each line" {...{ now: by, onChoose: setBy }}>
              <textarea
                className="box name"
                rows={6}
                aria-label="Addresses, one in each line"
                spellCheck={false}
                value={chosen.addresses}
                onChange={({ target }) => set({ addresses: target.value })}
              />
            </Way>
          </div>
        </fieldset>
        {by === 'addresses' && <Tick label="Make contacts of addresses that nobody has" on={adds} onCommit={setAdds} />}
        <ForWhom plan={plan} />
        <label className="block">
          What the sheet is called
          <input name="title" className="box mt-1" maxLength={80} placeholder="Named after the form, and today" />
        </label>
        <Button look="main" type="submit" disabled={busy || links === 0 || forms.length === 0}>
          {links === 0 ? 'Make links' : `Make ${counted(links, 'link')}`}
        </Button>
      </form>
    </main>
  )
}

/** Most addresses that are pasted at once. */
const MOST_PASTED = 20_000

function whomBy(
  by: By,
  { segment, list, addresses }: { segment: string; list: string; addresses: string },
  given: Whom | null,
): Whom | null {
  switch (by) {
    case 'given':
      return given
    case 'segment':
      return segment ? { segment } : null
    case 'list':
      return list ? { list } : null
    case 'addresses': {
      const lines = addresses.split(/[\r\n]+/)
      return lines.some((line) => line.trim() !== '') ? { addresses: lines } : null
    }
  }
}

const tellGiven = (given: Whom): string =>
  'ids' in given ? `The ${counted(given.ids.length, 'person', 'people')} you chose` : 'All who fit what you narrowed to'

/** Whom a sheet would be for; `none` where nobody is said, and why it cannot be told where it cannot. */
type Planned = Plan | 'none' | { why: string }

/** Whom a sheet would be for, asked as it is said; `null` while it is counted. */
function usePlan(whom: string): Planned | null {
  const [plan, setPlan] = useState<Planned | null>(null)
  useEffect(() => {
    const asked = JSON.parse(whom) as Whom | null
    setPlan(asked === null ? 'none' : null)
    if (asked === null) return
    if ('addresses' in asked && asked.addresses.length > MOST_PASTED) return setPlan({ why: TOO_MANY })
    let gone = false
    planSheetAction({ whom: asked })
      .then((told) => gone || setPlan(told.ok ? told.value : { why: told.message }))
      .catch(() => gone || setPlan({ why: 'They could not be counted. Try again in a moment.' }))
    return () => {
      gone = true
    }
  }, [whom])
  return plan
}

const TOO_MANY = `${figure(MOST_PASTED)} lines are taken at once. Bring a longer column in as a file, under Brought in, and choose a segment of those people.`

interface WayProps {
  by: By
  now: By
  words: string
  onChoose: (by: By) => void
  children?: React.ReactNode
}

/** One way to say whom. */
const Way = ({ by, now, words, onChoose, children }: WayProps) => (
  <div>
    <label className="flex items-center gap-1.5">
      <input type="radio" name="by" className="accent-moss" checked={by === now} onChange={() => onChoose(by)} />
      {words}
    </label>
    {by === now && children && <div className="mt-1 ml-5">{children}</div>}
  </div>
)

interface ChoiceProps {
  label: string
  options: readonly { name: string; title: string }[]
  value: string
  onChoose: (name: string) => void
}

const Choice = ({ label, options, value, onChoose }: ChoiceProps) => (
  <select className="box max-w-96" aria-label={label} value={value} onChange={({ target }) => onChoose(target.value)}>
    {options.map(({ name, title }) => (
      <option key={name} value={name}>
        {title}
      </option>
    ))}
  </select>
)

/** How many that are, some of them, and what of the addresses is nobody’s or none. */
function ForWhom({ plan }: { plan: Planned | null }) {
  if (plan === 'none') return null
  if (plan !== null && 'why' in plan)
    return (
      <p role="alert" className="rounded-md bg-red-bg px-3 py-2">
        {plan.why}
      </p>
    )
  return (
    <section aria-label="Who that is" aria-busy={plan === null} className="rounded-md bg-panel px-3 py-2">
      <p role="status" className="font-semibold">
        {plan === null ? 'Counting…' : counted(plan.known, 'person', 'people')}
      </p>
      {plan && (
        <>
          {plan.some.length > 0 && (
            <p className="text-soft">
              <Some words={plan.some.map(({ title, key }) => title || key)} of={plan.known} />
            </p>
          )}
          {plan.unknown > 0 && (
            <p className="mt-1.5">
              {counted(plan.unknown, 'address', 'addresses')} that nobody has:{' '}
              <span className="text-soft">
                <Some words={plan.someUnknown} of={plan.unknown} />
              </span>
            </p>
          )}
          {plan.wrongs > 0 && (
            <p className="mt-1.5 text-red">
              {plan.wrongs === 1 ? '1 line is no address' : `${figure(plan.wrongs)} lines are no addresses`}, and left
              out: <Some words={plan.wrong.map(({ line, text }) => `line ${line}, “${text}”`)} of={plan.wrongs} />
            </p>
          )}
          {plan.again > 0 && (
            <p className="mt-1.5 text-soft">
              {counted(plan.again, 'address', 'addresses')} more than once: one link each.
            </p>
          )}
        </>
      )}
    </section>
  )
}

const Some = ({ words, of }: { words: readonly string[]; of: number }) => (
  <>
    {words.map((one, at) => (
      <span key={at}>
        {at > 0 && ', '}
        <Outside>{one}</Outside>
      </span>
    ))}
    {of > words.length && ` and ${figure(of - words.length)} more`}
  </>
)
