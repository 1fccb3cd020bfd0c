import type { ShownInlet } from '@/server/inlets/show_inlet'

/** How an inlet stands, and what is to be done next. */
export function fieldsWords({ waiting, draftUnderstands, liveUnderstands }: ShownInlet): string {
  const some = waiting === 1 ? 'One post waits' : `${waiting} posts wait`
  if (liveUnderstands) return waiting > 0 ? `${some} to be taken, one after another.` : 'What comes is taken at once.'
  const kept = waiting > 0 ? `${some}; nothing is lost.` : 'What comes is kept until then.'
  return draftUnderstands
    ? `The draft says what its fields are: a release takes what comes. ${kept}`
    : `Say below what its fields are, then release the form. ${kept}`
}
