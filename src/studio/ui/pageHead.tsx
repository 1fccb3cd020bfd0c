import type { ReactNode } from 'react'
import { Back, type InList, Neighbours } from './neighbours'
import { Outside } from './outside'

interface Props {
  /** The list that the page belongs to. */
  back: readonly [href: string, title: string]
  heading: string
  /** Which of a list it is, where that is one to go on in. */
  place?: InList
  /** What stands beside the heading. */
  children: ReactNode
}

/** The head of a page about one thing: the way back to its list, and what it is. */
export const PageHead = ({ back, heading, place, children }: Props) => (
  <>
    {place ? (
      <Neighbours {...place} back={back} />
    ) : (
      <p className="text-soft">
        <Back to={back} />
      </p>
    )}
    <div className="mb-3 flex flex-wrap items-baseline gap-x-3">
      <h1>
        <Outside>{heading}</Outside>
      </h1>
      {children}
    </div>
  </>
)
