import { explainPlan, type PlanLine } from '@/core/rehearse/explain'
import type { Plan } from '@/core/plan/plan'
import { Chip, type Tone } from './chip'
import { Outside } from './outside'

const PLACES: Record<PlanLine['place'], [string, Tone]> = {
  person: ['who', 'teal'],
  record: ['record', 'moss'],
  list: ['list', 'moss'],
  message: ['message', 'plum'],
  delivery: ['outside', 'plum'],
  outcome: ['outcome', 'plain'],
  note: ['note', 'amber'],
}

/** A plan, line by line, each with its because. */
export const PlanLines = ({ plan }: { plan: Plan }) => (
  <table className="sheet">
    <thead>
      <tr>
        <th className="w-[76px]">Where</th>
        <th>What</th>
        <th className="w-[40%]">Because</th>
      </tr>
    </thead>
    <tbody>
      {explainPlan(plan).map(({ place, text, because }, index) => (
        <tr key={index}>
          <td>
            <Chip tone={PLACES[place][1]}>{PLACES[place][0]}</Chip>
          </td>
          <td>
            <Outside>{text}</Outside>
          </td>
          <td className="text-soft">
            <Outside>{because}</Outside>
          </td>
        </tr>
      ))}
    </tbody>
  </table>
)
