import type { Speech } from '@/core/language/texts'

/** By what a person's page is told from a machine's post: what it sends beside the answers. */
export interface SentSigns {
  /** When it was opened, in words that only the server could write. */
  opened?: string | undefined
  /** Whether no page of ours was, since a site sent it from its own that may. */
  elsewhere?: boolean
  /** The number that its worker found, as `altcha-lib` writes it. */
  work?: string | undefined
  /** What stands in a field that nobody sees. */
  website?: string | undefined
  /** What the page's script saw of whoever filled it in. */
  hands?: string | undefined
}

/** What a page brings for them. */
export interface PageSigns {
  opened: string
  task: Task
}

/** A number to look for, as `altcha-lib` sets the task. */
export interface Task {
  algorithm: string
  challenge: string
  maxnumber?: number
  salt: string
  signature: string
}

/** Fields that visitors neither see nor hear; whoever fills in all there is fills in the last one, too. */
export const Signs = ({ opened, task, solver, speech }: PageSigns & { solver: string | undefined; speech: Speech }) => (
  <>
    <input type="hidden" name="_opened" value={opened} />
    <input type="hidden" name="_work" data-task={JSON.stringify(task)} data-solver={solver} />
    <div className="unseen" aria-hidden="true">
      <label>
        {speech.tell('leave_empty')}
        <input type="text" name="_website" tabIndex={-1} autoComplete="off" />
      </label>
    </div>
  </>
)
