import type { Language, Speech } from '@/core/language/texts'
import type { Assets } from './document'
import { Plain } from './plain'

interface Props {
  /** What whoever it was written to is called. */
  to: string
  written: readonly { label: string; words: string }[]
  language: Language
  speech: Speech
  assets: Assets
}

/** The page at which whoever has a mail says whether it was them who wrote; it needs no script. */
export function MinePage({ to, written, language, speech, assets }: Props) {
  const title = speech.tell('mine_title')
  return (
    <Plain title={title} language={language} assets={assets}>
      <p>{speech.tell('mine_text', { name: to })}</p>
      <dl className="sent">
        {written.map(({ label, words }, n) => (
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
          <button type="submit" className="go" name="mine" value="yes">
            {speech.tell('mine_yes')}
          </button>
          <button type="submit" className="back" name="mine" value="no">
            {speech.tell('mine_no')}
          </button>
        </div>
      </form>
    </Plain>
  )
}
