import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'

interface Props {
  since: Date | string
  until: Date | string
  failures: number
  error: string
  waiting: number
}

/** Why a way out rests, until when, and what waits for it; said after its name. */
export const RestWords = ({ since, until, failures, error, waiting }: Props) => (
  <>
    has not answered as it should since <Moment at={since} />, {failures} times in a row: <Outside>{error}</Outside>. It
    is tried again <Moment at={until} />; {waiting === 1 ? 'one delivery waits' : `${waiting} deliveries wait`}.
  </>
)
