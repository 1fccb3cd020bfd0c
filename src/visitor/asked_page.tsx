import type { Language } from '@/core/language/texts'
import type { Assets } from './document'
import { Paragraphs } from './paragraphs'
import { Plain } from './plain'

interface Props {
  title: string
  /** What is said before what it is about. */
  text: string
  told: readonly { label: string; words: string }[]
  /** What the answer is sent as, and how either is called. */
  answer: string
  yes: string
  no: string
  language: Language
  assets: Assets
}

/** The page at which whoever has a mail says yes or no to what it asks; it needs no script. */
export const AskedPage = ({ title, text, told, answer, yes, no, language, assets }: Props) => (
  <Plain title={title} language={language} assets={assets}>
    <Paragraphs text={text} />
    <dl className="sent">
      {told.map(({ label, words }, n) => (
        <div key={n}>
          <dt>
            <bdi>{label}</bdi>
          </dt>
          <dd>
            <bdi>{words}</bdi>
          </dd>
        </div>
      ))}
    </dl>
    <form method="post">
      <div className="actions">
        <button type="submit" className="go" name={answer} value="yes">
          {yes}
        </button>
        <button type="submit" className="back" name={answer} value="no">
          {no}
        </button>
      </div>
    </form>
  </Plain>
)
