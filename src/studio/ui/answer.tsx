import { type Answer, isList, isRecord } from '@/core/answers/answer'
import { fileIdOf, fileNameOf } from '@/core/answers/files'
import { Outside } from './outside'

/** The files that an answer is, or has in one of its parts. */
function filesOf(answer: Answer | undefined): string[] {
  if (isList(answer)) return answer.filter((one) => fileIdOf(one) !== null).map(String)
  return isRecord(answer) ? Object.values(answer).flatMap(filesOf) : []
}

const PICTURE = /\.(png|jpe?g|webp|gif|avif)$/i

/** An answer in words; files of it as links, and pictures as they are. */
export function AnswerInWords({ answer, words }: { answer: Answer | undefined; words: string }) {
  const files = filesOf(answer)
  if (files.length === 0) return words ? <Outside>{words}</Outside> : <span className="text-soft">blank</span>
  return (
    <ul className="flex flex-wrap gap-x-4 gap-y-2">
      {files.map((address) => {
        const { pathname } = new URL(address)
        const name = fileNameOf(address)
        return (
          <li key={address}>
            <a href={pathname} className="text-teal underline">
              {PICTURE.test(name) && (
                <img src={pathname} alt="" loading="lazy" className="mb-1 block max-h-28 max-w-48 border border-rule" />
              )}
              <Outside>{name}</Outside>
            </a>
          </li>
        )
      })}
    </ul>
  )
}
