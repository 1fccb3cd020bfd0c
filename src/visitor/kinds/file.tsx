import { wordingOf } from '@/core/answers/options'
import { sayIn } from '../said'
import { tellBytes } from '@/core/language/bytes'
import type { Speech } from '@/core/language/texts'
import { endingsOf, type FileSort } from '@/core/answers/file_sorts'
import { fileIdOf, fileNameOf } from '@/core/answers/files'
import { aria, asTexts, type ControlProps, type VisitorKind } from './control'

/** “Pictures, or documents”: sorts of file in one line. */
const tellSorts = (speech: Speech, sorts: readonly FileSort[]): string =>
  new Intl.ListFormat(speech.locale, { type: 'disjunction' }).format(sorts.map((sort) => speech.tell(sort)))

const beginLarge = (text: string, { locale }: Speech): string =>
  text.charAt(0).toLocaleUpperCase(locale) + text.slice(1)

/**
 * A chooser of files, and those that came before, which stay unless they are unticked. Where the page has its
 * script, files are sent as they are chosen.
 */
function File(props: ControlProps<'file'>) {
  const { question, value, id, say, speech } = props
  const { name, sorts, megabytes, most } = question
  const files = asTexts(value)
    .flatMap((text) => text.split('\n'))
    .filter((text) => fileIdOf(text) !== null)
  const told = { most, sorts: tellSorts(speech, sorts), size: tellBytes(speech, megabytes * 1_000_000) }
  return (
    <div className="files" data-files data-most={most} data-bytes={megabytes * 1_000_000}>
      {files.length > 0 && (
        <ul {...sayIn('aria-label', speech.tell('sent_already', { label: wordingOf(question) }), say)} data-sent>
          {files.map((address) => (
            <li key={address}>
              <label className="option">
                <input type="checkbox" name={name} value={address} defaultChecked />
                <span>{fileNameOf(address)}</span>
              </label>
            </li>
          ))}
        </ul>
      )}
      <input
        className="field"
        type="file"
        id={id}
        name={name}
        multiple={most > 1}
        accept={endingsOf(sorts).join(',')}
        {...aria(props)}
      />
      <label htmlFor={id} className="choose" data-choose hidden>
        {speech.tell('choose_files', { most })}
        <small>{speech.tell('drop_files', { most })}</small>
      </label>
      <p className="help">{beginLarge(speech.tell('files_taken', told), speech)}</p>
    </div>
  )
}

const SAID = [
  'remove',
  'stop',
  'try_again',
  'is_here',
  'file_larger',
  'only_so_many',
  'on_its_way',
  'still_coming',
  'not_through',
  'file_not_taken',
  'preview_unsent',
] as const

export const file: VisitorKind<'file'> = { Control: File, frame: () => 'label', sendsFiles: true, texts: SAID }
