import type { Form } from '../form/definition'
import { tellDifferences } from '../form/differences'
import type { Finding } from './finding'
import { questionsAsked } from '../form/values'

/** One of a form's six places, with its own live state in words and figures. */
export interface Station {
  place: 'compose' | 'records' | 'dispatch' | 'rehearse' | 'release' | 'readout'
  title: string
  says: string
  state: 'good' | 'look' | 'fault'
}

export interface StationFacts {
  findings: readonly Finding[]
  live: { number: number; form: Form } | null
  /** What the draft would do with the latest arrival; `null` when nothing has arrived. */
  rehearsed: string | null
  numbers: {
    arrived: number
    finish: number | null
    unfinished: number
    /** People who reached each step, and those of them who got no further. */
    steps: { name: string; reached: number; left: number }[]
  }
}

/** The line under a form's name, from Compose to Readout. */
export function tellStations(form: Form, facts: StationFacts): Station[] {
  const asked = questionsAsked(form)
  const landing = asked.filter(({ question }) => landsOrJoins(form, question)).length
  const carriedLanding = form.carried.filter(({ lands }) => lands.length > 0).length
  const inTurn = asked.filter(({ question }) => question.turn !== null).length
  const routes = form.routing.rows.length
  const changes = facts.live ? tellDifferences(facts.live.form, form).length : 0
  const { arrived, finish, unfinished } = facts.numbers
  return [
    {
      place: 'compose',
      title: 'Compose',
      says: [
        `${asked.length} asked${inTurn > 0 ? `, ${inTurn} in turn` : ''}`,
        `${form.carried.length} carried`,
        // The line has room for so much.
        ...(inTurn > 0 ? [] : [count(form.steps.length, 'step')]),
      ].join(' · '),
      state: stateOf(facts.findings, 'compose'),
    },
    {
      place: 'records',
      title: 'Records',
      says: `${landing + carriedLanding} land · ${asked.length - landing} stay here`,
      state: stateOf(facts.findings, 'records'),
    },
    {
      place: 'dispatch',
      title: 'Dispatch',
      says: `${count(routes, 'route')} · ${form.routing.otherwise ? 'otherwise told' : 'otherwise the owner'}`,
      state: stateOf(facts.findings, 'dispatch'),
    },
    {
      place: 'rehearse',
      title: 'Rehearse',
      says: facts.rehearsed ?? 'no arrivals to try yet',
      state: 'good',
    },
    {
      place: 'release',
      title: 'Release',
      says: facts.live
        ? changes > 0
          ? `${count(changes, 'change')} waiting`
          : `release ${facts.live.number} is live`
        : 'not released yet',
      state: facts.findings.some(({ severity }) => severity === 'fault')
        ? 'fault'
        : facts.live && changes === 0
          ? 'good'
          : 'look',
    },
    {
      place: 'readout',
      title: 'Readout',
      says:
        finish === null
          ? `${arrived} arrived in 30 days`
          : `${(finish * 100).toFixed(1)} % finish · ${unfinished} unfinished`,
      state: 'good',
    },
  ]
}

const landsOrJoins = (form: Form, { name, lands }: { name: string; lands: unknown[] }): boolean =>
  lands.length > 0 || form.joins.some(({ consent }) => consent === name)

function stateOf(findings: readonly Finding[], place: Finding['place']): Station['state'] {
  const here = findings.filter((finding) => finding.place === place)
  if (here.some(({ severity }) => severity === 'fault')) return 'fault'
  return here.some(({ severity }) => severity === 'warning') ? 'look' : 'good'
}

const count = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`
