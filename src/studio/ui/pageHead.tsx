import type { ReactNode } from 'react'
import { Link } from './link'
import { Outside } from './outside'

interface Props {
  /** The list that the page belongs to. */
  back: readonly [href: string, title: string]
  heading: string
  /** What stands beside the heading. */
  children: ReactNode
}

/** The head of a page about one thing: the way back to its list, and what it is. */
export const PageHead = ({ back: [href, title], heading, children }: Props) => (
  <>
    <p className="text-soft">
      <Link href={href} className="underline">
        <Outside>{title}</Outside>
      </Link>
    </p>
    <div className="mb-3 flex flex-wrap items-baseline gap-x-3">
      <h1>
        <Outside>{heading}</Outside>
      </h1>
      {children}
    </div>
  </>
)
