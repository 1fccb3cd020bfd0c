'use client'

import type { Connection } from '@/core/dispatch/connection'
import { sendsTo } from '@/core/dispatch/choose_connections'
import { targetOf } from '@/core/dispatch/targets/registry'
import { setTarget } from '@/core/form/routing_edits'
import { FormCondition } from '../compose/formCondition'
import { useDraft } from '../draft/context'
import { Tick } from '../ui/field'
import { Link } from '../ui/link'

/** The outside places a submission goes to, beside the desks, and when. */
export function SendsTo() {
  const { resources } = useDraft((state) => state)
  const chosen = resources.connections.filter(({ target, retired }) => targetOf(target).chosen && !retired)
  return (
    <section aria-label="Where submissions go beside" className="mt-5">
      <h2 className="mb-1.5">
        Also goes to <span className="font-normal text-soft">— connections of this workspace</span>
      </h2>
      {chosen.map((connection) => (
        <ConnectionChoice key={connection.name} connection={connection} />
      ))}
      <p className="mt-1.5 text-soft">
        {chosen.length === 0 ? 'Nothing is connected yet. ' : ''}
        <Link href="/settings" className="text-teal underline">
          {chosen.length === 0 ? 'Connect a place in Settings' : 'Connections in Settings'}
        </Link>
      </p>
    </section>
  )
}

function ConnectionChoice({ connection }: { connection: Connection }) {
  const { form, edit } = useDraft((state) => state)
  const { name, title, target, everyForm } = connection
  const said = form.targets.find((one) => one.connection === name)
  const on = sendsTo(form, connection)
  return (
    <div className="border-b border-rule py-1.5">
      <div className="flex items-center gap-2">
        <Tick label={title} on={on} onCommit={(use) => edit((one) => setTarget(one, name, { use }))} />
        <span className="text-soft">
          {targetOf(target).words}
          {everyForm && (said && !said.use ? ' · every form but this one' : ' · every form')}
        </span>
      </div>
      {on && (
        <div className="mt-1 ml-5 flex items-start gap-2">
          <span className="pt-1 text-soft">Sent when</span>
          <div className="min-w-0 flex-1">
            <FormCondition
              condition={said?.when ?? null}

              onChange={(when) => edit((one) => setTarget(one, name, { when }), `${name}.when`)}
            />
          </div>
        </div>
      )}
    </div>
  )
}
