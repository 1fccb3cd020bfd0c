'use client'

import { useDraft, useFindings } from '../draft/context'
import { Findings } from '../ui/finding'
import { WithPane } from '../ui/withPane'
import { SendsTo } from './connections'
import { Desks } from './desks'
import { type LatestArrival, Messages } from './messages'
import { Outcomes } from './outcomes'
import { RoutingTable } from './routingTable'

/** Who hears about a submission and in which words, and what the visitor sees. */
export function Dispatch({ arrival }: { arrival: LatestArrival | null }) {
  const { resources, setResources } = useDraft((state) => state)
  const findings = useFindings().filter(({ place }) => place === 'dispatch')
  return (
    <WithPane
      about="Worth a look, and desks"
      pane={
        <>
          <h2 className="mb-1.5">Worth a look</h2>
          <Findings findings={findings} />
          <h2 className="mt-5 mb-1.5">Desks</h2>
          <Desks desks={resources.desks} members={resources.members} onSaved={setResources} />
        </>
      }
    >
      <RoutingTable />
      <Messages arrival={arrival} />
      <Outcomes />
      <SendsTo />
    </WithPane>
  )
}
