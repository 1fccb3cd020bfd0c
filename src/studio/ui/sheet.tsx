import type { ReactNode } from 'react'
import { SortHead } from './list_frame'
import { Edge } from './edge'
import { headClass, SPARE, asWideAs } from './spare'

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
  /** What it is called, where its head is more than words. */
  title?: string
  /** In pixels; left out, as wide as it needs. */
  width?: number
  /** Has it be as wide as this from now on; left out, its edge cannot be moved. */
  onSize?: (width: number | null) => void
  cell: (row: Row) => ReactNode
}

interface Props<Row> {
  rows: readonly Row[]
  columns: readonly Column<Row>[]
  /** How it is sorted where the address says nothing; left out, no head sorts it. */
  usual?: string
  keyOf?: (row: Row) => string
  /** Rows that stand out, as those that are chosen do. */
  isLit?: (row: Row) => boolean
}

/** A table made of its columns. */
export const Sheet = <Row extends { id: string }>({
  rows,
  columns,
  usual,
  keyOf = ({ id }) => id,
  isLit,
}: Props<Row>) => (
  <table className="sheet">
    <thead>
      <tr>
        {columns.map(({ head, title, by, right, spare, width, onSize }, index) => {
          const edge = onSize && <Edge label={title ?? 'this column'} width={width} onSize={onSize} />
          return by && usual ? (
            <SortHead key={index} {...{ usual, by, right, spare, width, edge }}>
              {head}
            </SortHead>
          ) : (
            <th key={index} className={headClass(right, spare)} {...asWideAs(width)}>
              {head}
              {edge}
            </th>
          )
        })}
      </tr>
    </thead>
    <tbody>
      {rows.map((row) => (
        <tr key={keyOf(row)} className={`group hover:bg-lit ${isLit?.(row) ? 'bg-moss-bg/40' : ''}`.trim()}>
          {columns.map(({ cell, right, spare, width, className = '' }, index) => (
            <td
              key={index}
              {...asWideAs(width)}
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
