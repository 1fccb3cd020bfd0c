'use client'

import { RECORD_WORDS } from '@/core/fields/field'
import { Becomes } from '../ui/becomes'
import { Tick } from '../ui/field'
import { Outside } from '../ui/outside'
import type { PlannedCorrection } from './actions'

interface Props {
  planned: PlannedCorrection | null
  /** What a question is called. */
  labelOf: (name: string) => string
  isWanted: (key: string, usual: boolean) => boolean
  onChoose: (key: string, usual: boolean, on: boolean) => void
}

const WHY: Record<PlannedCorrection['left'][number]['why'], string> = {
  'changed since': 'was changed since, and stays',
  'holds more': 'has more to it by now, and stays',
  'name is taken': 'has its name taken by another',
  'is gone': 'is gone',
  'is needed': 'is what it is known by, and stays',
}

/** What corrected answers come to, with a choice of what is wanted of it. */
export function Difference({ planned, labelOf, isWanted, onChoose }: Props) {
  if (!planned)
    return (
      <p role="status" className="mt-3 text-soft">
        Planning it…
      </p>
    )
  const { errors, changes, left, offers, stops } = planned
  if (errors.length > 0)
    return (
      <ul role="alert" className="mt-3 text-red">
        {errors.map(({ name, message }) => (
          <li key={name}>
            <Outside>{labelOf(name)}</Outside>: {message}
          </li>
        ))}
      </ul>
    )
  const isNothing = changes.length + offers.length + stops.length === 0
  return (
    <div className="mt-3 space-y-2">
      <h3 className="font-semibold">What comes of it</h3>
      {isNothing && <p className="text-soft">Nothing but the answers themselves.</p>}
      {changes.length > 0 && (
        <>
          <Tick
            label="People, companies and deals follow"
            on={isWanted('records', true)}
            onCommit={(on) => onChoose('records', true, on)}
          />
          <table className="sheet">
            <tbody>
              {changes.map(({ record, type, called, label, from, to, because }, at) => (
                <tr key={at} className={isWanted('records', true) ? '' : 'text-soft line-through'}>
                  <td className="w-[36%] align-top!">
                    {RECORD_WORDS[type]} <Outside>{called}</Outside>
                    {record === null && <span className="text-soft"> (new)</span>}
                    <span className="block text-soft">
                      <Outside>{label}</Outside>
                    </span>
                  </td>
                  <td className="align-top!">
                    <Becomes from={from} to={to} />
                    <span className="block text-soft">
                      <Outside>{because}</Outside>
                    </span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      {left.map(({ called, label, why }, at) => (
        <p key={at} className="text-amber">
          <Outside>{called}</Outside>: <Outside>{label}</Outside> {WHY[why]}
        </p>
      ))}
      {offers.map(({ key, text, is }) => (
        <Tick
          key={key}
          label={
            <span>
              {is === 'new' ? 'Send' : 'Send again, as it is now'}: <Outside>{text}</Outside>
            </span>
          }
          on={isWanted(`send ${key}`, is === 'new')}
          onCommit={(on) => onChoose(`send ${key}`, is === 'new', on)}
        />
      ))}
      {stops.map(({ id, text }) => (
        <Tick
          key={id}
          label={
            <span>
              Stop what still waits: <Outside>{text}</Outside>
            </span>
          }
          on={isWanted(`stop ${id}`, true)}
          onCommit={(on) => onChoose(`stop ${id}`, true, on)}
        />
      ))}
    </div>
  )
}
