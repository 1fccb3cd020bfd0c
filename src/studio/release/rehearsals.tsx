import { useDraft } from '../draft/context'
import { RunOutcome } from '../rehearse/outcome'
import { isAsLive, useRuns } from '../rehearse/useRuns'
import { Link } from '../ui/link'

/** What the kept rehearsals say of the draft before it is released: those that do not go as before, or are refused. */
export function Rehearsals() {
  const { slug, live } = useDraft((state) => state.facts)
  const runs = useRuns()
  const told = runs.are === 'run' ? runs.runs.filter((run) => run.errors.length > 0 || !isAsLive(run)) : []
  return (
    <>
      <h2 className="mt-3 mb-1.5">What the kept rehearsals say</h2>
      <p className="text-soft" aria-live="polite">
        {runs.are === 'under way' && 'Running them…'}
        {runs.are === 'away' && 'They could not be run.'}
        {runs.are === 'run' && runs.runs.length === 0 && 'None is kept yet.'}
        {runs.are === 'run' &&
          runs.runs.length > 0 &&
          (told.length === 0
            ? `All ${runs.runs.length} go as through release ${live?.number}.`
            : `${runs.runs.length - told.length} of ${runs.runs.length} go as before; look at the others.`)}{' '}
        <Link href={`/forms/${slug}/rehearse`} className="text-teal underline">
          Rehearse
        </Link>
      </p>
      {told.length > 0 && (
        <table className="sheet mt-1.5">
          <tbody>
            {told.map((run) => (
              <tr key={run.id}>
                <th scope="row" className="w-[34%] align-top!">
                  {run.title}
                </th>
                <td>
                  <RunOutcome run={run} live={live?.number ?? null} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  )
}
