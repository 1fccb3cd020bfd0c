import type { Language, Speech } from '@/core/language/texts'
import type { Assets } from './document'
import { Plain } from './plain'

interface Props {
  /** What whoever sends the mails is called. */
  from: string
  /** Lists that they are on. */
  lists: readonly { name: string; title: string }[]
  /** Whether they have just said what they want. */
  kept: boolean
  language: Language
  speech: Speech
  assets: Assets
}

/** The page at which somebody leaves lists, all of them or some; it needs no script. */
export function LeavePage({ from, lists, kept, language, speech, assets }: Props) {
  const title = speech.tell('your_lists', { name: from })
  return (
    <Plain title={title} language={language} assets={assets}>
      {kept && (
        <p className="notice" role="status">
          {speech.tell(lists.length === 0 ? 'on_no_list' : 'choice_kept')}
        </p>
      )}
      {!kept && lists.length === 0 && <p>{speech.tell('on_no_list')}</p>}
      {lists.length > 0 && (
        <form method="post">
          <fieldset className="question">
            <legend>{speech.tell('untick_lists')}</legend>
            <div className="options">
              {lists.map(({ name, title: called }) => (
                <label key={name} className="option">
                  <input type="checkbox" name="stay" value={name} defaultChecked />
                  <bdi>{called}</bdi>
                </label>
              ))}
            </div>
          </fieldset>
          <div className="question">
            <label htmlFor="reason">{speech.tell('why_leave')}</label>
            <textarea id="reason" name="reason" className="field" rows={3} maxLength={500} />
          </div>
          <div className="actions">
            <button type="submit" className="go">
              {speech.tell('keep_choice')}
            </button>
            <button type="submit" className="back" name="all" value="yes">
              {speech.tell('leave_all')}
            </button>
          </div>
        </form>
      )}
    </Plain>
  )
}
