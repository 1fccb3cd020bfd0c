import Link from 'next/link'
import type { listDeliveries } from '@/db/queries/deliveries'
import { Again } from '../arrivals/again'
import { resendAction } from '../arrivals/actions'
import { DeliveryChip, describeDelivery, tellWhen } from '../arrivals/submission'
import { Empty } from '../ui/empty'
import { moment } from '../ui/show'

type Row = Awaited<ReturnType<typeof listDeliveries>>[number]

/** Every delivery to the outside: first those that are not through. */
export function Outbox({ rows, which, most }: { rows: Row[]; which: 'open' | 'all'; most: number }) {
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex items-center gap-3">
        <h1>Outbox</h1>
        <nav aria-label="Which deliveries" className="flex gap-3">
          <Link
            href="/outbox"
            aria-current={which === 'open' ? 'page' : undefined}
            className={which === 'open' ? 'font-semibold' : 'text-teal underline'}
          >
            Not delivered yet
          </Link>
          <Link
            href="/outbox?show=all"
            aria-current={which === 'all' ? 'page' : undefined}
            className={which === 'all' ? 'font-semibold' : 'text-teal underline'}
          >
            The latest {most}
          </Link>
        </nav>
      </div>
      {rows.length === 0 ? (
        <Empty title="Everything is delivered">
          What fails waits longer each time, and stays here with its reason when it is given up.
        </Empty>
      ) : (
        <table className="sheet">
          <thead>
            <tr>
              <th>Planned, UTC</th>
              <th>What</th>
              <th>Form</th>
              <th>State</th>
              <th className="text-right!">Attempts</th>
              <th>Next or last, UTC</th>
              <th>
                <span className="sr-only">Send again</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.id}>
                <td className="whitespace-nowrap">
                  <Link href={`/arrivals/${row.submission}`} className="underline">
                    {moment(row.createdAt)}
                  </Link>
                </td>
                <td>
                  {describeDelivery(row.body)}
                  {row.error && row.state !== 'delivered' && <span className="block text-red">{row.error}</span>}
                </td>
                <td>{row.formName}</td>
                <td>
                  <DeliveryChip state={row.state} />
                </td>
                <td className="text-right">{row.attempts}</td>
                <td className="whitespace-nowrap">{tellWhen(row.settledAt, row.nextAt)}</td>
                <td>
                  {row.state !== 'delivered' && <Again label="Send again" action={resendAction.bind(null, row.id)} />}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </main>
  )
}
