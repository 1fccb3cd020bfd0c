import { endingsOf, wordsOfSorts } from '@/core/answers/file_sorts'
import { fileIdOf, fileNameOf } from '@/core/answers/files'
import { aria, asTexts, type ControlProps, type VisitorKind } from './control'

/**
 * A chooser of files, and those that came before, which stay unless they are unticked. Where the page has its
 * script, files are sent as they are chosen.
 */
function File(props: ControlProps<'file'>) {
  const { question, value, id } = props
  const { name, label, sorts, megabytes, most } = question
  const files = asTexts(value)
    .flatMap((text) => text.split('\n'))
    .filter((text) => fileIdOf(text) !== null)
  const what = `${wordsOfSorts(sorts)} of up to ${megabytes} MB${most > 1 ? ' each' : ''}`
  return (
    <div className="files" data-files data-most={most} data-bytes={megabytes * 1_000_000}>
      {files.length > 0 && (
        <ul aria-label={`${label}: sent already`} data-sent>
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
        {most > 1 ? 'Choose files' : 'Choose a file'}
        <small>or drop {most > 1 ? 'them' : 'it'} here</small>
      </label>
      <p className="help">{most > 1 ? `Up to ${most} ${what}.` : `${what.charAt(0).toUpperCase()}${what.slice(1)}.`}</p>
    </div>
  )
}

export const file: VisitorKind<'file'> = { Control: File, frame: () => 'label', sendsFiles: true }
