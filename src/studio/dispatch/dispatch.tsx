'use client'

import { useDraft, useFindings } from '../draft/context'
import { Findings } from '../ui/finding'
import { SendsTo } from './connections'
import { Desks } from './desks'
import { Messages } from './messages'
import { RoutingTable } from './routingTable'

/** Who hears about a submission, and in which words. */
export function Dispatch() {
  const { resources, setResources } = useDraft((state) => state)
  const findings = useFindings().filter(({ place }) => place === 'dispatch')
  return (
    <main className="grid min-h-[calc(100vh-142px)] grid-cols-[minmax(0,1fr)_330px] border-t border-rule">
      <div className="min-w-0 border-r border-rule px-4 py-3">
        <RoutingTable />
        <Messages />
        <SendsTo />
      </div>
      <aside className="bg-panel px-3.5 py-3">
        <h2 className="mb-1.5">Worth a look</h2>
        <Findings findings={findings} />
        <h2 className="mt-5 mb-1.5">Desks</h2>
        <Desks desks={resources.desks} onSaved={setResources} />
      </aside>
    </main>
  )
}
