import type { Speech } from '@/core/language/texts'
import type { Told } from '@/core/form/show'
import type { Outcome } from '@/core/dispatch/outcome'
import { Paragraphs } from './paragraphs'
import { Picture } from './picture'

/** What is read after sending: the form's words, and where it says so what was sent and where to go next. */
export const OutcomeSection = ({
  title,
  body,
  asked,
  picture,
  links = [],
  sent,
  speech,
}: Outcome & { sent: Told[] | null; speech: Speech }) => (
  <section className="outcome">
    <h1 tabIndex={-1}>{title}</h1>
    {body && <Paragraphs text={body} />}
    {asked && <p className="notice">{speech.tell('join_sent')}</p>}
    {picture && <Picture picture={picture} shape="whole" sizes="(max-width: 40rem) 92vw, 34rem" />}
    {sent && <Sent title={title} sent={sent} speech={speech} />}
    {links.length > 0 && (
      <ul className="links">
        {links.map(({ label, address }) => (
          <li key={address}>
            <a href={address}>{label}</a>
          </li>
        ))}
      </ul>
    )}
  </section>
)

/** What was sent, to read, to print and to keep. */
const Sent = ({ title, sent, speech }: { title: string; sent: Told[]; speech: Speech }) => (
  <>
    <h2 id="sent">{speech.tell('what_you_sent')}</h2>
    <dl className="sent" aria-labelledby="sent">
      {sent.map(({ name, label, words }) => (
        <div key={name}>
          <dt>{label}</dt>
          <dd>
            <bdi>{words}</bdi>
          </dd>
        </div>
      ))}
    </dl>
    <p className="keep">
      <a download="answers.txt" href={`data:text/plain;charset=utf-8,${encodeURIComponent(asText(title, sent))}`}>
        {speech.tell('keep_file')}
      </a>{' '}
      <button type="button" data-print>
        {speech.tell('print_it')}
      </button>
    </p>
  </>
)

const asText = (title: string, sent: readonly Told[]): string =>
  [title, '', ...sent.map(({ label, words }) => `${label}\n${words}\n`)].join('\n')
