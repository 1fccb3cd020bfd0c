import { type Suspicion, SUSPICION_WORDS } from '@/core/spam/suspect'

/** Why a submission looks like a machine's. */
export const Suspicions = ({ suspicions }: { suspicions: readonly Suspicion[] }) => (
  <span className="text-amber">{suspicions.map((suspicion) => SUSPICION_WORDS[suspicion]).join('; ')}</span>
)
