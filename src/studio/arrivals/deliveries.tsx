import { ERASED_ASIDE } from '@/core/dispatch/aside'
import { explainDelivery } from '@/core/dispatch/targets/registry'
import { waitsForItsTime } from '@/core/dispatch/waits'
import type { DeliveryBody } from '@/core/dispatch/targets/bodies'
import { Chip } from '../ui/chip'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { type Column, NOWRAP } from '../ui/sheet'
import { Again } from './again'
import { PutAside } from './putAside'
import { resendAction } from './actions'

/** A delivery, wherever it shows. */
export interface ShownDelivery {
  id: string
  body: DeliveryBody
  /** Title of the connection it goes over. */
  connection: string | null
  state: 'waiting' | 'delivered' | 'given_up' | 'put_aside'
  attempts: number
  error: string | null
  /** Not before this, as planned. */
  dueAt: Date | string | null
  nextAt: Date | string | null
  settledAt: Date | string | null
  asideFor: string | null
  asideBy: string | null
}

/** What a delivery is, in a line that opens to all of what is sent, and what went wrong with it. */
export function DeliveryWords({ delivery }: { delivery: ShownDelivery }) {
  const { body, connection, error, state, asideFor, asideBy } = delivery
  const { line, text } = explainDelivery(body)
  return (
    <>
      <details>
        <summary>
          <Outside>{line}</Outside>
          {connection && (
            <span className="text-soft">
              {' '}
              · <Outside>{connection}</Outside>
            </span>
          )}
        </summary>
        <pre className="my-1 max-h-72 overflow-auto rounded-md border border-rule bg-white px-2 py-1.5 wrap-anywhere whitespace-pre-wrap">
          {text}
        </pre>
      </details>
      {error && (
        <span className={`block ${state === 'waiting' || state === 'given_up' ? 'text-red' : 'text-soft'}`}>
          <Outside>{error}</Outside>
        </span>
      )}
      {asideFor && (
        <span className="block text-soft">
          put aside
          {asideBy && (
            <>
              {' '}
              by <Outside>{asideBy}</Outside>
            </>
          )}
          : <Outside>{asideFor}</Outside>
        </span>
      )}
    </>
  )
}

/** What came through says so quietly; the others speak. */
function State(delivery: ShownDelivery) {
  const { state } = delivery
  if (waitsForItsTime(delivery))
    return <Chip tone="teal">{isWithheld(delivery) ? 'waits to be confirmed' : 'waits for its time'}</Chip>
  if (state === 'delivered') return <span className="text-soft">delivered</span>
  if (state === 'put_aside') return <span className="text-soft">put aside</span>
  return state === 'waiting' ? <Chip tone="amber">waiting</Chip> : <Chip tone="red">given up</Chip>
}

/** How deliveries stand. */
export const DELIVERY_COLUMNS: Column<ShownDelivery>[] = [
  { head: 'State', by: 'state', cell: (row) => <State {...row} /> },
  { spare: true, head: 'Attempts', by: 'attempts', right: true, cell: ({ attempts }) => attempts },
  { spare: true, head: 'Next or last', by: 'when', className: NOWRAP, cell: (row) => <When {...row} /> },
  {
    head: <span className="sr-only">What to do</span>,
    cell: (row) => {
      const { id, state } = row
      const waits = waitsForItsTime(row)
      return (
        state !== 'delivered' &&
        row.asideFor !== ERASED_ASIDE && (
          <span className="flex flex-wrap justify-end gap-1.5">
            {!(waits && isWithheld(row)) && <Again label={againWords(row)} action={resendAction.bind(null, { id })} />}
            {(waits || state === 'given_up') && <PutAside id={id} label={waits ? 'Stop…' : 'Put aside…'} />}
          </span>
        )
      )
    },
  },
]

/** What waits until somebody has confirmed lists goes out by nothing else. */
const isWithheld = ({ body }: ShownDelivery): boolean => body.to === 'mail' && body.withheld !== undefined

function againWords(delivery: ShownDelivery): string {
  if (isWithheld(delivery)) return 'Let it wait again'
  return waitsForItsTime(delivery) ? 'Send now' : 'Send again'
}

/** When a delivery was settled, or will be tried, again or for the first time. */
function When(delivery: ShownDelivery) {
  const { settledAt, nextAt } = delivery
  if (waitsForItsTime(delivery) && nextAt)
    return (
      <>
        {isWithheld(delivery) ? 'until' : 'goes out'} <Moment at={nextAt} />
      </>
    )
  if (settledAt) return <Moment at={settledAt} />
  if (!nextAt) return 'queued'
  return (
    <>
      again <Moment at={nextAt} />
    </>
  )
}
