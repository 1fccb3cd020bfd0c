'use client'

import { useRouter } from 'next/navigation'
import type { BenchName } from '@/server/bench'
import { Chip } from '../ui/chip'
import { Button } from '../ui/button'
import { tellNameAction } from './actions'

/** Where names are looked up: whether it tells the records that show which host names are the workspace’s. */
export function NameServer({ names }: { names: readonly BenchName[] }) {
  const router = useRouter()
  if (names.length === 0) return null
  return (
    <section className="mb-4">
      <h2 className="mb-1">
        Name server <span className="font-normal text-soft">— what the zones of your host names say</span>
      </h2>
      {names.map(({ name, record, isTold }) => (
        <p key={name} className="flex flex-wrap items-center gap-2 border-b border-rule py-1">
          <span className="name break-all">{record.name}</span>
          <Chip tone={isTold ? 'moss' : 'plain'}>{isTold ? 'has its record' : 'has no record'}</Chip>
          <Button
            className="ml-auto"
            onClick={() => void tellNameAction({ name, isTold: !isTold }).then(() => router.refresh())}
          >
            {isTold ? 'Take the record away' : 'Put the record there'} <span className="sr-only">for {name}</span>
          </Button>
        </p>
      ))}
    </section>
  )
}
