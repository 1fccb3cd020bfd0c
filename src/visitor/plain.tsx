import type { ReactNode } from 'react'
import type { Language } from '@/core/language/texts'
import { READY } from '@/core/look/ready'
import { type Assets, Document, type PageLook } from './document'

const PLAIN: PageLook = { theme: READY.plain.theme, sheet: null }

interface Props {
  title: string
  language: Language
  assets: Assets
  /** Whether it stands in place of a form that may be framed. */
  framed?: boolean
  /** Whether that stands in a page of another site. */
  placed?: boolean
  children: ReactNode
}

/** A page of ours and of no form: plain, and without a script but that which tells a frame its height. */
export const Plain = ({ title, language, assets, framed, placed = false, children }: Props) => (
  <Document
    title={{ text: title }}
    language={language}
    assets={assets}
    more={framed && !placed ? [assets.fits] : []}
    look={{ ...PLAIN, placed }}
  >
    <main>
      <h1>{title}</h1>
      {children}
    </main>
  </Document>
)
