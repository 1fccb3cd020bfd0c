import type { ReactNode } from 'react'
import { Button } from '../ui/button'

interface Props {
  /** How many are chosen. */
  words: string
  onNone: () => void
  children: ReactNode
}

/** What can be done to the rows that are chosen, at the foot of the list. */
export const ChosenBar = ({ words, onNone, children }: Props) => (
  <section
    aria-label="What to do with those that are chosen"
    className="sticky bottom-2 z-20 mt-2 flex flex-wrap items-center gap-1.5 rounded-md border border-edge bg-panel px-3 py-1.5"
  >
    <b className="mr-1 font-semibold" role="status">
      {words}
    </b>
    {children}
    <Button look="quiet" className="ml-auto" onClick={onNone}>
      Choose none
    </Button>
  </section>
)
