import type { Language, Speech } from '@/core/language/texts'
import type { Assets } from './document'
import { Plain } from './plain'

interface Props {
  /** What whoever asks is called. */
  from: string
  /** What was agreed to, list by list. */
  lists: readonly { title: string; wording: string }[]
  language: Language
  speech: Speech
  assets: Assets
}

/** The page at which whoever has a mail confirms that they join lists; it needs no script. */
export const JoinPage = ({ from, lists, language, speech, assets }: Props) => (
  <Plain title={speech.tell('join_title')} language={language} assets={assets}>
    <p>{speech.tell('join_text', { name: from })}</p>
    <dl className="sent">
      {lists.map(({ title, wording }) => (
        <div key={title}>
          <dt>
            <bdi>{title}</bdi>
          </dt>
          <dd>
            <bdi>{wording}</bdi>
          </dd>
        </div>
      ))}
    </dl>
    <form method="post">
      <div className="actions">
        <button type="submit" className="go" name="join" value="yes">
          {speech.tell('join_yes')}
        </button>
        <button type="submit" className="back" name="join" value="no">
          {speech.tell('join_no')}
        </button>
      </div>
    </form>
  </Plain>
)
