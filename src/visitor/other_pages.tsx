import type { Outcome } from '@/core/dispatch/outcome'
import type { Told } from '@/core/form/show'
import type { Language, Speech } from '@/core/language/texts'
import { type Assets, Document, type PageLook } from './document'
import { OutcomeSection } from './outcome'
import { Plain } from './plain'

/** The pages that are no form: what is read after sending, and what says one thing. */

interface OutcomeProps {
  outcome: Outcome
  /** What was sent, where it is told. */
  sent: Told[] | null
  /** Whether the form may be framed. */
  framed: boolean
  assets: Assets
  look: PageLook
  language: Language
  speech: Speech
}

/** What is read after sending. The page's script puts the same in place of the form. */
export const OutcomePage = ({ outcome, sent, framed, assets, look, language, speech }: OutcomeProps) => (
  <Document
    title={{ text: outcome.title }}
    language={language}
    assets={assets}
    more={[...(sent ? [assets.prints] : []), ...(framed && !look.placed ? [assets.fits] : [])]}
    look={look}
  >
    <main>
      <OutcomeSection {...outcome} sent={sent} speech={speech} />
    </main>
  </Document>
)

interface PlainProps {
  title: string
  text: string
  language: Language
  assets: Assets
  /** Whether it stands in place of a form that may be framed. */
  framed?: boolean
  /** Whether that stands in a page of another site. */
  placed?: boolean
}

/** A page that says one thing, such as that there is no form at this address. */
export const PlainPage = ({ text, ...page }: PlainProps) => (
  <Plain {...page}>
    <p>{text}</p>
  </Plain>
)
