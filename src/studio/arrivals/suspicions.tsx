import { sayOfSuspicion, type Suspicion } from '@/core/spam/suspect'

/** Why a submission looks like a machine's. */
export const Suspicions = ({ suspicions }: { suspicions: readonly Suspicion[] }) => (
  <span className="text-amber">{suspicions.map(sayOfSuspicion).join('; ')}</span>
)
