import { languageOf, shareLetters } from '@/core/language/languages'
import type { Language, Speech } from '@/core/language/texts'

interface Props {
  /** The languages that the form has. */
  tags: readonly string[]
  /** The one that the page is in. */
  language: Language
  speech: Speech
}

/**
 * The form's languages. Each but the one it is in is a button that has the same page made in it, with what is
 * entered; a button nobody sees stands before them, since the Enter key presses the first. For one name in other
 * letters no letters are fetched: it is written in those that the visitor's system has.
 */
export const Languages = ({ tags, language, speech }: Props) =>
  tags.length > 1 && (
    <>
      <button type="submit" className="unseen" tabIndex={-1} aria-hidden="true" />
      <div className="languages" role="group" aria-label={speech.tell('language')}>
        {tags.map(languageOf).map(({ tag, name }) =>
          tag === language.tag ? (
            <b key={tag}>{name}</b>
          ) : (
            <button
              key={tag}
              type="submit"
              name="_in"
              value={tag}
              lang={tag}
              className={shareLetters(tag, language.tag) ? undefined : 'other-letters'}
              formNoValidate
            >
              {name}
            </button>
          ),
        )}
      </div>
    </>
  )
