'use client'

import { useEffect, useRef } from 'react'
import type { Readout } from '@/server/readout/readReadout'
import { pageNonce } from '../frame/policy'
import { styleByHand } from './styles'

/** Arrived and sent, day by day, with the same figures as a table for those who want them. */
export function DaysChart({ days }: { days: Readout['days'] }) {
  const place = useRef<HTMLDivElement>(null)
  useEffect(() => {
    let chart: { destroy(): void } | undefined
    let gone = false
    void import('apexcharts').then(({ default: ApexCharts }) => {
      const at = place.current
      if (gone || !at) return
      styleByHand()
      const drawn = new ApexCharts(at, {
        chart: {
          type: 'line',
          nonce: pageNonce(),
          height: 170,
          toolbar: { show: false },
          zoom: { enabled: false },
          animations: { enabled: false },
          fontFamily: 'inherit',
        },
        series: [
          { name: 'Arrived', data: days.map(({ arrived }) => arrived) },
          { name: 'Sent', data: days.map(({ sent }) => sent) },
        ],
        colors: ['#585f54', '#4d6619'],
        stroke: { width: [1.5, 2.5], dashArray: [4, 0] },
        // A line needs two days: one alone is two points.
        markers: { size: days.length === 1 ? 5 : 0 },
        xaxis: {
          categories: days.map(({ day }) => day.slice(5)),
          // As many as stand apart: each takes about 60 pixels.
          tickAmount: Math.max(2, Math.min(10, Math.floor(at.clientWidth / 60))),
          labels: { rotate: 0, hideOverlappingLabels: true, style: { colors: '#585f54', fontSize: '11px' } },
          tooltip: { enabled: false },
        },
        yaxis: {
          min: 0,
          labels: { style: { colors: '#585f54', fontSize: '11px' }, formatter: (n: number) => String(Math.round(n)) },
        },
        grid: { borderColor: '#dcd8ca' },
        legend: { position: 'top', horizontalAlign: 'left', fontSize: '12px' },
      })
      chart = drawn
      void drawn.render()
    })
    return () => {
      gone = true
      chart?.destroy()
    }
  }, [days])
  return (
    <>
      <div ref={place} aria-hidden="true" className="min-h-[185px]" />
      <details>
        <summary className="text-soft">The same as a table</summary>
        <table className="sheet">
          <thead>
            <tr>
              <th>Day</th>
              <th className="text-right!">Arrived</th>
              <th className="text-right!">Sent</th>
            </tr>
          </thead>
          <tbody>
            {days.map(({ day, arrived, sent }) => (
              <tr key={day}>
                <td>{day}</td>
                <td className="text-right">{arrived}</td>
                <td className="text-right">{sent}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </>
  )
}
