'use client'

import { createContext, type ReactNode, useContext } from 'react'
import { showMoment, showZone } from '@/core/formats/zone'

const Zone = createContext('UTC')

/** Everything within tells days and hours in this zone: the workspace's. */
export const ZoneProvider = ({ zone, children }: { zone: string; children: ReactNode }) => (
  <Zone value={zone}>{children}</Zone>
)

/** The zone that days and hours of the workspace are told in. */
export const useZone = (): string => useContext(Zone)

/** A day and time in the workspace's zone, or the time alone; in UTC where one points at it. */
export function Moment({ at, show = showMoment }: { at: Date | string; show?: typeof showMoment }) {
  const zone = useZone()
  const moment = new Date(at)
  return (
    <time dateTime={moment.toISOString()} title={`${showMoment('UTC', moment)} UTC`} className="whitespace-nowrap">
      {show(zone, moment)}
    </time>
  )
}

/** Which zone days and hours are told in, in words. */
export const ZoneWords = () => showZone(useZone())
