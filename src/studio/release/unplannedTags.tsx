import type { TagSort, Unplanned } from '@/core/sources/tags'
import { Button } from '../ui/button'

interface Props {
  unplanned: readonly Unplanned[]
  /** Takes the tag that is meant. */
  onTake: (sort: TagSort, tag: string) => void
}

/** Tags that are none of those planned, each with the one that it is like. */
export const UnplannedTags = ({ unplanned, onTake }: Props) =>
  unplanned.map(({ sort, tag, closest }) => (
    <p key={sort} role="alert" className="wrap-anywhere text-red">
      “{tag}” is no {sort} of yours.{' '}
      {closest !== null && (
        <Button look="quiet" onClick={() => onTake(sort, closest)}>
          Take “{closest}”
        </Button>
      )}
    </p>
  ))
