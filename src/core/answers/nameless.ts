import { ERASED } from '../formats/blot'
import type { Answer } from './answer'
import type { Domain } from './kind'

/** Most values that a scale may have for its answer to tell nothing of who gave it. */
const FEW = 1000

/**
 * What of an answer tells nothing of who gave it: what was chosen of what was offered, and a place on a scale. Of what
 * somebody wrote it is left that they wrote something, so that who answered stays counted; days, times, files and
 * numbers without bounds are blank.
 */
export function namelessAnswer(domain: Domain, answer: Answer): Answer {
  switch (domain.is) {
    case 'one of':
      if (typeof answer !== 'string') return null
      return domain.values.includes(answer) ? answer : domain.open ? wasWritten(answer) : null
    case 'some of': {
      const given = Array.isArray(answer) ? answer.map(String) : []
      const chosen = given.filter((one) => domain.values.includes(one))
      const kept = domain.open && chosen.length < given.length ? [...chosen, ERASED] : chosen
      return kept.length > 0 ? kept : null
    }
    case 'number':
      return typeof answer === 'number' && isScale(domain) ? answer : null
    case 'yes or no':
      return typeof answer === 'boolean' ? answer : null
    case 'record':
      return namelessParts(domain, answer)
    case 'text':
      return wasWritten(answer)
    case 'day':
    case 'time':
    case 'files':
      return null
  }
}

const wasWritten = (answer: Answer): Answer => (typeof answer === 'string' && answer !== '' ? ERASED : null)

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
