import type { Answer } from './answer'
import type { Domain } from './kind'

/** Most values that a scale may have for its answer to tell nothing of who gave it. */
const FEW = 1000

/**
 * What of an answer tells nothing of who gave it: what was chosen of what was offered, and a place on a scale. What
 * somebody wrote, days, and numbers without bounds do, and are blank.
 */
export function namelessAnswer(domain: Domain, answer: Answer): Answer {
  switch (domain.is) {
    case 'one of':
      return typeof answer === 'string' && domain.values.includes(answer) ? answer : null
    case 'some of': {
      const chosen = Array.isArray(answer) ? answer.filter((one) => domain.values.includes(String(one))) : []
      return chosen.length > 0 ? chosen : null
    }
    case 'number':
      return typeof answer === 'number' && isScale(domain) ? answer : null
    case 'yes or no':
      return typeof answer === 'boolean' ? answer : null
    case 'record':
      return namelessParts(domain, answer)
    case 'day':
    case 'time':
    case 'text':
    case 'files':
      return null
  }
}

const isScale = ({ least, most, step }: Extract<Domain, { is: 'number' }>): boolean =>
  least !== null && most !== null && step !== null && (most - least) / step <= FEW

function namelessParts({ parts }: Extract<Domain, { is: 'record' }>, answer: Answer): Answer {
  if (answer === null || typeof answer !== 'object' || Array.isArray(answer)) return null
  const given = answer as Readonly<Record<string, Answer>>
  const kept = parts.flatMap(({ name, domain }) => {
    const part = namelessAnswer(domain, given[name] ?? null)
    return part === null ? [] : [[name, part] as const]
  })
  return kept.length > 0 ? Object.fromEntries(kept) : null
}
