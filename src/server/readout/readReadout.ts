import { callStep } from '@/core/form/steps'
import type { Form } from '@/core/form/definition'
import { type Range, wilson } from '@/core/readout/wilson'
import type { Db } from '@/db/database'
import { readDays, readMedianSeconds } from '@/db/queries/readout'
import { countBrought } from '@/db/queries/referral_codes'

/** A form's numbers for a span of days, both included. */
export interface Readout {
  from: string
  to: string
  arrived: number
  began: number
  sent: number
  unfinished: number
  returned: number
  /** Sent of arrived, with its 95 % range; `null` where nobody arrived. */
  finish: Rate | null
  medianSeconds: number | null
  /** People who were brought along by somebody’s referral code; `null` where the form asks for none. */
  brought: number | null
  steps: { name: string; title: string; reached: number; left: number }[]
  sources: { source: string; arrived: number; began: number; sent: number; finish: Rate | null }[]
  days: { day: string; arrived: number; sent: number }[]
}

export interface Rate extends Range {
  rate: number
}

export async function readReadout(db: Db, formId: string, form: Form, from: string, to: string): Promise<Readout> {
  const [rows, medianSeconds, brought] = await Promise.all([
    readDays(db, [formId], from, to),
    readMedianSeconds(db, formId, from, to),
    form.records.broughtBy === null ? null : countBrought(db, formId, from, to),
  ])
  const total = (key: 'arrived' | 'began' | 'sent' | 'unfinished' | 'returned') =>
    rows.reduce((sum, row) => sum + row[key], 0)
  return {
    from,
    to,
    arrived: total('arrived'),
    began: total('began'),
    sent: total('sent'),
    unfinished: total('unfinished'),
    returned: total('returned'),
    finish: rateOf(total('sent'), total('arrived')),
    medianSeconds,
    brought,
    steps: countSteps(form, rows),
    sources: groupBy(rows, ({ source }) => source)
      .map(([source, of]) => ({ source, ...countGroup(of) }))
      .sort((a, b) => b.arrived - a.arrived || a.source.localeCompare(b.source)),
    days: groupBy(rows, ({ day }) => day).map(([day, of]) => {
      const { arrived, sent } = countGroup(of)
      return { day, arrived, sent }
    }),
  }
}

export function rateOf(hits: number, trials: number): Rate | null {
  const range = wilson(hits, trials)
  return range && { rate: hits / trials, ...range }
}

type DayRow = Awaited<ReturnType<typeof readDays>>[number]

function countGroup(rows: DayRow[]) {
  const sum = (key: 'arrived' | 'began' | 'sent') => rows.reduce((total, row) => total + row[key], 0)
  const [arrived, began, sent] = [sum('arrived'), sum('began'), sum('sent')]
  return { arrived, began, sent, finish: rateOf(sent, arrived) }
}

/** People who reached each step of the form, and how many of them have gone no further. */
function countSteps(form: Form, rows: DayRow[]): Readout['steps'] {
  const sum = (key: 'steps' | 'stopped', name: string) => rows.reduce((total, row) => total + (row[key][name] ?? 0), 0)
  return form.steps.map(({ name, title }) => ({
    name,
    title: callStep(form.steps, { name, title }),
    reached: sum('steps', name),
    left: sum('stopped', name),
  }))
}

function groupBy<T>(items: readonly T[], keyOf: (item: T) => string): [string, T[]][] {
  const groups = new Map<string, T[]>()
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item])
  return [...groups]
}
