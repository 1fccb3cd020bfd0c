import type { Finding } from '@/core/examine/finding'
import { Chip, type Tone } from './chip'

const TONES: Record<Finding['severity'], Tone> = { fault: 'red', warning: 'amber', note: 'plain' }

export const Findings = ({ findings }: { findings: readonly Pick<Finding, 'severity' | 'text' | 'example'>[] }) =>
  findings.length === 0 ? (
    <p className="text-soft">Nothing to put right.</p>
  ) : (
    <ul className="space-y-1.5">
      {findings.map(({ severity, text, example }, index) => (
        <li key={index}>
          <Chip tone={TONES[severity]}>{severity}</Chip> {text}
          {example && <span className="text-soft"> For example: {example}.</span>}
        </li>
      ))}
    </ul>
  )
