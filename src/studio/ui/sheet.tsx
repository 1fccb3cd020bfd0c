import type { ReactNode } from 'react'
import { SortHead } from './list_frame'
import { headClass, SPARE } from './spare'

/** One column of a table: its head, and what stands under it. */
export interface Column<Row> {
  head: ReactNode
  /** The key its head sorts by; left out, it sorts by nothing. */
  by?: string
  /** Figures stand at the right. */
  right?: boolean
  className?: string
  /** Whether a narrow screen can do without it. */
  spare?: boolean
  cell: (row: Row) => ReactNode
}

interface Props<Row> {
  rows: readonly Row[]
  columns: readonly Column<Row>[]
  /** How it is sorted where the address says nothing; left out, no head sorts it. */
  usual?: string
  keyOf?: (row: Row) => string
}

/** A table made of its columns. */
export const Sheet = <Row extends { id: string }>({ rows, columns, usual, keyOf = ({ id }) => id }: Props<Row>) => (
  <table className="sheet">
    <thead>
      <tr>
        {columns.map(({ head, by, right, spare }, index) =>
          by && usual ? (
            <SortHead key={index} usual={usual} by={by} right={right} spare={spare}>
              {head}
            </SortHead>
          ) : (
            <th key={index} className={headClass(right, spare)}>
              {head}
            </th>
          ),
        )}
      </tr>
    </thead>
    <tbody>
      {rows.map((row) => (
        <tr key={keyOf(row)} className="group hover:bg-lit">
          {columns.map(({ cell, right, spare, className = '' }, index) => (
            <td
              key={index}
              className={`${right ? 'text-right' : ''} ${spare ? SPARE : ''} ${className}`.trim() || undefined}
            >
              {cell(row)}
            </td>
          ))}
        </tr>
      ))}
    </tbody>
  </table>
)

/** “When, Stockholm time” and the like: moments that stand in one line. */
export const NOWRAP = 'whitespace-nowrap'
