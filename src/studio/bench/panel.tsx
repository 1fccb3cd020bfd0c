import type { ReactNode } from 'react'
import { ChoiceField } from '../ui/field'
import { figure } from '../ui/show'

interface Props<How extends string> {
  title: string
  /** What has come, such as “12 mails”. */
  count: number
  what: string
  /** How the service can behave, in words. */
  label: string
  ways: readonly (readonly [How, string])[]
  how: How
  onTurn: (how: How) => void
  children: ReactNode
}

/** One simulated service: what it was sent, and the switch that makes it fail. */
export const BenchPanel = <How extends string>({
  title,
  count,
  what,
  label,
  ways,
  how,
  onTurn,
  children,
}: Props<How>) => (
  <section aria-label={title}>
    <div className="mb-1.5 flex items-center gap-2">
      <h2>{title}</h2>
      <span className="text-soft">
        {figure(count)} {what}
      </span>
      <ChoiceField
        hideLabel
        label={label}
        className="ml-auto max-w-48"
        value={how}
        options={ways}
        onCommit={(next) => onTurn(next as How)}
      />
    </div>
    {children}
  </section>
)
