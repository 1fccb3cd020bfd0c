import { type Answer, isBlank, isList, isRecord } from './answer'

/** Any answer in words where nothing else is known of it. */
export function showPlainly(answer: Answer | undefined): string {
  if (isBlank(answer)) return ''
  if (isList(answer)) return answer.map((one) => showPlainly(one)).join(', ')
  if (isRecord(answer)) return Object.values(answer).map(showPlainly).filter(Boolean).join(' ')
  return answer === true ? 'Yes' : answer === false ? 'No' : String(answer)
}
