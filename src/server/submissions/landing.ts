import { waitsForLanding } from '@/core/fill/fill'
import type { Settled } from '@/core/plan/settle_landed'
import type { Runner } from '@/db/database'
import { readNumbersTaken, writeNumbersTaken } from '@/db/queries/running_numbers'
import { type ReceivedSubmission, writeSettled } from '@/db/queries/submissions'
import type { ReleasedForm } from './batch'

/** What a batch of submissions settles as it lands: numbers that run through each form, and the values they became. */
class Landing {
  private readonly settled: ReceivedSubmission[] = []
  private readonly newlyTaken = new Map<string, number>()

  constructor(private readonly taken: ReadonlyMap<string, number>) {}

  /** The number that is next for a submission; `null` for a colleague’s, who tries the form and takes none. */
  numberFor({ form_id, is_test }: ReceivedSubmission): number | null {
    return is_test ? null : (this.newlyTaken.get(form_id) ?? this.taken.get(form_id) ?? 0) + 1
  }

  /** Gives a submission its settled values; the number it took is nobody else’s. */
  settle(submission: ReceivedSubmission, { values, origins, tookNumber }: Settled): ReceivedSubmission {
    const number = this.numberFor(submission)
    if (tookNumber && number !== null) this.newlyTaken.set(submission.form_id, number)
    const settled = { ...submission, values, origins }
    this.settled.push(settled)
    return settled
  }

  async write(tx: Runner, workspaceId: string): Promise<void> {
    await writeSettled(tx, this.settled)
    await writeNumbersTaken(tx, workspaceId, this.newlyTaken)
  }
}

/** Reads what the landing of these submissions needs to know. */
export async function readLanding(
  tx: Runner,
  submissions: readonly ReceivedSubmission[],
  forms: ReadonlyMap<string, ReleasedForm | Error>,
): Promise<Landing> {
  const waiting = submissions.flatMap(({ release_id, form_id }) => {
    const released = forms.get(release_id)
    return released && !(released instanceof Error) && waitsForLanding(released.form) ? [form_id] : []
  })
  return new Landing(await readNumbersTaken(tx, [...new Set(waiting)]))
}
