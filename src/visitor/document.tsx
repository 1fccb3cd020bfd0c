import type { Language } from '@/core/language/texts'
import { SHARE_SIZE } from '@/core/look/share_size'
import type { Theme } from '@/core/look/theme'
import { firstFonts, type Fonts } from './fonts'
import { type Around, SaidTitle } from './said'

/** Names of the files a page needs, with their contents' hash in them. */
export interface Assets {
  style: string
  /** The style sheet of a form that stands in a page of another site. */
  placed: string
  /** Does the work of a page for such a form. */
  solver: string
  /** Every family of letters, for the studio. */
  faces: string
  fonts: Fonts
  /** Keys for forms that ask one question at a time. */
  keys: string[]
  /** Writes wordings that use earlier answers, for forms that have some. */
  says: string[]
  /** Prints what was sent, for forms whose outcome tells it. */
  prints: string[]
  /** Tells the page around how tall it is, for forms that may be framed. */
  fits: string[]
  /** The page's own script, last, after what it shares with others. */
  script: string[]
  /** The same of each kind of question. */
  kinds: Record<string, string[]>
}

/** How a page looks. */
export interface PageLook {
  theme: Theme
  /** The style sheet that has its variables; `null` where the page's own has them. */
  sheet: string | null
  /** Whether it stands in a page of another site, where letters are in a style sheet of their own. */
  placed?: boolean
}

/** What whoever links to a page is told of it, and search engines. */
export interface Shared {
  /** The page's own address, whole: a link to it may have had more. */
  address: string
  description: string
  /** Whether search engines may show it. */
  inSearch: boolean
  /** Address of the picture that it is shown with. */
  picture: string
  /** Where it is told how it is embedded (oEmbed); `null` where it is not. */
  embedded: string | null
}

interface DocumentProps {
  title: Around
  language: Language
  assets: Assets
  /** The kinds whose scripts the page needs; left out for a page without a script. */
  kinds?: string[]
  look: PageLook
  /** Scripts beside the page's own, before it. */
  more?: string[][]
  /** A look may be tried that is not saved yet. */
  preview?: boolean
  /** Of a page that others may link to. */
  shared?: Shared | null
  children: React.ReactNode
}

/** What every page of a visitor’s is: its head, with the scripts and letters it needs, around what it says. */
export function Document({
  title,
  language,
  assets,
  kinds,
  look,
  more = [],
  preview,
  shared,
  children,
}: DocumentProps) {
  // Scripts run in this order, once the page has been read: every kind is there before what asks it.
  const own = kinds ? [...kinds.map((kind) => assets.kinds[kind] ?? []), ...more, assets.script] : more
  const scripts = [...new Set(own.flat())]
  return (
    <html lang={language.tag} dir={language.direction}>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        {!shared?.inSearch && <meta name="robots" content="noindex" />}
        {shared && <ForSharing title={title.say?.(title.text) ?? title.text} {...shared} />}
        <SaidTitle {...title} />
        {firstFonts(assets.fonts, look.theme, language.tag).map((file) => (
          <link key={file} rel="preload" as="font" type="font/woff2" href={`/${file}`} crossOrigin="" />
        ))}
        <link rel="stylesheet" href={`/${look.placed ? assets.placed : assets.style}`} />
        {look.sheet && <link rel="stylesheet" href={look.placed ? `${look.sheet}?placed` : look.sheet} />}
        {look.sheet && look.placed && <link rel="stylesheet" data-letters href={`${look.sheet}?letters`} />}
        {preview && <link rel="stylesheet" href={`/${assets.faces}`} />}
        <link rel="icon" href="data:," />
        {scripts.map((file) => (
          <script key={file} type="module" src={`/${file}`} />
        ))}
      </head>
      <body>{children}</body>
    </html>
  )
}

/** What a link to the page is shown with where it is shared (The Open Graph protocol), and the address it is known by. */
const ForSharing = ({ title, address, description, picture, embedded }: Shared & { title: string }) => (
  <>
    <link rel="canonical" href={address} />
    <meta property="og:type" content="website" />
    <meta property="og:title" content={title} />
    <meta property="og:url" content={address} />
    <meta property="og:image" content={picture} />
    <meta property="og:image:width" content={String(SHARE_SIZE.width)} />
    <meta property="og:image:height" content={String(SHARE_SIZE.height)} />
    <meta property="og:image:alt" content={title} />
    {description && <meta property="og:description" content={description} />}
    {description && <meta name="description" content={description} />}
    {embedded && <link rel="alternate" type="application/json+oembed" href={embedded} title={title} />}
  </>
)
