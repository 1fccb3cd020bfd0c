'use client'

import { useEffect, useRef } from 'react'
import { pageNonce } from '../frame/policy'
import { styleByHand } from './styleByHand'

interface Props {
  /** What each point is of: “Day”. */
  head: string
  /** What the lines are called, three at most; the last is the one that counts. */
  names: readonly string[]
  /** In the order of time; days are `YYYY-MM-DD`. */
  points: readonly { day: string; figures: readonly number[] }[]
}

/** How lines are drawn, from the least that counts to the one that does. */
const LINES = [
  { color: '#585f54', width: 1.5, dashes: 4 },
  { color: '#1c6763', width: 1.5, dashes: 2 },
  { color: '#4d6619', width: 2.5, dashes: 0 },
]

/** Figures over time, with the same as a table for those who want it. */
export function LinesChart({ head, names, points }: Props) {
  const place = useRef<HTMLDivElement>(null)
  useEffect(() => {
    let chart: { destroy(): void } | undefined
    let gone = false
    void import('apexcharts').then(({ default: ApexCharts }) => {
      const at = place.current
      if (gone || !at) return
      styleByHand()
      const drawnAs = [...LINES.slice(0, names.length - 1), ...LINES.slice(-1)]
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
        series: names.map((name, n) => ({ name, data: points.map(({ figures }) => figures[n] ?? 0) })),
        colors: drawnAs.map(({ color }) => color),
        stroke: { width: drawnAs.map(({ width }) => width), dashArray: drawnAs.map(({ dashes }) => dashes) },
        // A line needs two points: one alone is shown as such.
        markers: { size: points.length === 1 ? 5 : 0 },
        xaxis: {
          categories: points.map(({ day }) => day.slice(5)),
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
  }, [names, points])
  return (
    <>
      <div ref={place} aria-hidden="true" className="min-h-[185px]" />
      <details>
        <summary className="text-soft">The same as a table</summary>
        <table className="sheet">
          <thead>
            <tr>
              <th>{head}</th>
              {names.map((name) => (
                <th key={name} className="text-right!">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {points.map(({ day, figures }) => (
              <tr key={day}>
                <td>{day}</td>
                {names.map((name, n) => (
                  <td key={name} className="text-right">
                    {figures[n]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </>
  )
}
