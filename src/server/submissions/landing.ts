import { readsCode } from '@/core/fill/reads'
import { waitsForLanding } from '@/core/fill/fill'
import type { Form } from '@/core/form/definition'
import type { Given, Settled } from '@/core/plan/settle_landed'
import { isKnown, type Person } from '@/core/records/match'
import type { RecordState } from '@/core/records/record'
import type { Runner } from '@/db/database'
import { addCodes, type NewCode } from '@/db/queries/referral_codes'
import { readNumbersTaken, writeNumbersTaken } from '@/db/queries/running_numbers'
import { type ReceivedSubmission, writeSettled } from '@/db/queries/submissions'
import { drawFreeCodes } from '../people/referral_codes'
import type { ReleasedForm } from './batch'

/**
 * What a batch of submissions settles as it lands: numbers that run through each form, referral codes, and the values
 * they became.
 */
export class Landing {
  private readonly settled: ReceivedSubmission[] = []
  private readonly newlyTaken = new Map<string, number>()
  private readonly given = new Map<string, NewCode>()

  constructor(
    private readonly taken: ReadonlyMap<string, number>,
    /** Codes that nobody has. */
    private readonly free: string[],
  ) {}

  /** What a submission may take: the next number, and the code of whoever it is from, which is one of the free ones where they have none. */
  givenTo(submission: ReceivedSubmission, person: Person, records: readonly RecordState[]): Given {
    const stored = records.find(({ id }) => id === person.contact)
    const own = stored && (this.given.get(stored.id)?.code ?? stored.codes?.[0])
    return { number: this.numberFor(submission), code: isKnown(person) ? (own ?? this.free.at(-1) ?? null) : null }
  }

  /** Gives a submission its settled values; the number it took is nobody else’s. */
  settle(submission: ReceivedSubmission, { values, origins, tookNumber }: Settled): ReceivedSubmission {
    const number = this.numberFor(submission)
    if (tookNumber && number !== null) this.newlyTaken.set(submission.form_id, number)
    const settled = { ...submission, values, origins }
    this.settled.push(settled)
    return settled
  }

  /** Gives a contact the code that their submission took, unless it was theirs before. */
  give(contact: string, code: string | null): void {
    if (code === null || code !== this.free.at(-1)) return
    this.free.pop()
    this.given.set(contact, { contact, code })
  }

  async write(tx: Runner, workspaceId: string): Promise<void> {
    await writeSettled(tx, this.settled)
    await writeNumbersTaken(tx, workspaceId, this.newlyTaken)
    await addCodes(tx, workspaceId, [...this.given.values()])
  }

  /** The number that is next for a submission; `null` for a colleague’s, who tries the form and takes none. */
  private numberFor({ form_id, is_test }: ReceivedSubmission): number | null {
    return is_test ? null : (this.newlyTaken.get(form_id) ?? this.taken.get(form_id) ?? 0) + 1
  }
}

/** Reads what the landing of these submissions needs to know. */
export async function readLanding(
  tx: Runner,
  workspaceId: string,
  submissions: readonly ReceivedSubmission[],
  forms: ReadonlyMap<string, ReleasedForm | Error>,
): Promise<Landing> {
  const ofThose = (isOne: (form: Form) => boolean) =>
    submissions.flatMap(({ release_id, form_id }) => {
      const released = forms.get(release_id)
      return released && !(released instanceof Error) && isOne(released.form) ? [form_id] : []
    })
  return new Landing(
    await readNumbersTaken(tx, [...new Set(ofThose(waitsForLanding))]),
    await drawFreeCodes(tx, workspaceId, ofThose(readsCode).length),
  )
}
