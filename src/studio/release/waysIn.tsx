import { useState } from 'react'
import type { ListedInlet } from '@/db/queries/inlets'
import { useDraft } from '../draft/context'
import { addInletAction } from '../inlets/actions'
import { AddOne } from '../ui/addOne'
import { Only, useGo } from '../ui/here'
import { Link } from '../ui/link'
import { Moment } from '../ui/moment'
import { figure } from '../ui/show'
import { headClass, SPARE } from '../ui/spare'

/** Addresses of the form that take submissions from forms built elsewhere. */
export function WaysIn({ inlets }: { inlets: readonly ListedInlet[] }) {
  const { slug } = useDraft((state) => state.facts)
  return (
    <section className="mb-5">
      <h2 className="mb-1.5">
        Ways in{' '}
        <span className="font-normal text-soft">— from forms built elsewhere, whatever their fields are called</span>
      </h2>
      {inlets.length > 0 && (
        <div className="overflow-x-auto">
          <table className="sheet">
            <thead>
              <tr>
                <th scope="col">Inlet</th>
                <th scope="col" className={headClass(true)}>
                  Waiting
                </th>
                <th scope="col" className={headClass(true)}>
                  Taken
                </th>
                <th scope="col" className={headClass(true)}>
                  Held
                </th>
                <th scope="col" className={headClass(false, true)}>
                  Last came
                </th>
              </tr>
            </thead>
            <tbody>
              {inlets.map(({ name, title, waiting, taken, held, lastAt }) => (
                <tr key={name}>
                  <th scope="row" className="break-all">
                    <Link href={`/forms/${slug}/release/in/${name}`} className="text-teal underline">
                      <bdi>{title}</bdi>
                    </Link>
                  </th>
                  <td className={`text-right ${waiting > 0 ? 'text-amber' : ''}`}>{figure(waiting)}</td>
                  <td className="text-right">{figure(taken)}</td>
                  <td className={`text-right ${held > 0 ? 'text-red' : ''}`}>{figure(held)}</td>
                  <td className={SPARE}>
                    {lastAt ? <Moment at={lastAt} /> : <span className="text-soft">nothing yet</span>}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <Only may="edit">
        <AddInlet slug={slug} />
      </Only>
    </section>
  )
}

function AddInlet({ slug }: { slug: string }) {
  const go = useGo()
  const [wrong, setWrong] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const add = async (title: string) => {
    setBusy(true)
    const made = await addInletAction({ slug, title }).catch(() => null)
    setBusy(false)
    setWrong(made === null ? 'Lichen cannot be reached. Try again in a moment.' : made.ok ? null : made.message)
    if (made?.ok) go.to(`/forms/${slug}/release/in/${made.value.name}`)
    return made?.ok ?? false
  }
  return (
    <AddOne
      label="What the form elsewhere is called"
      placeholder="Old website, contact"
      button="Make an inlet"
      wrong={wrong}
      busy={busy}
      onAdd={add}
    />
  )
}
