import type { Told } from '@/core/answers/show'
import type { Outcome } from '@/core/dispatch/outcome'
import { Paragraphs } from './paragraphs'
import { Picture } from './picture'

/** What is read after sending: the form's words, and where it says so what was sent and where to go next. */
export const OutcomeSection = ({ title, body, picture, links = [], sent }: Outcome & { sent: Told[] | null }) => (
  <section className="outcome">
    <h1 tabIndex={-1}>{title}</h1>
    {body && <Paragraphs text={body} />}
    {picture && <Picture picture={picture} shape="whole" sizes="(max-width: 40rem) 92vw, 34rem" />}
    {sent && <Sent title={title} sent={sent} />}
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
const Sent = ({ title, sent }: { title: string; sent: Told[] }) => (
  <>
    <h2 id="sent">What you sent</h2>
    <dl className="sent" aria-labelledby="sent">
      {sent.map(({ name, label, words }) => (
        <div key={name}>
          <dt>{label}</dt>
          <dd>{words}</dd>
        </div>
      ))}
    </dl>
    <p className="keep">
      <a download="answers.txt" href={`data:text/plain;charset=utf-8,${encodeURIComponent(asText(title, sent))}`}>
        Keep it as a file
      </a>{' '}
      <button type="button" data-print>
        Print it
      </button>
    </p>
  </>
)

const asText = (title: string, sent: readonly Told[]): string =>
  [title, '', ...sent.map(({ label, words }) => `${label}\n${words}\n`)].join('\n')
