'use client'

import { Fragment, type ReactNode, useState } from 'react'
import type { Form } from '@/core/form/definition'
import { scriptHtml } from '@/core/form/frame_html'
import { answeredByHand } from '@/core/form/values'
import { mannerOf } from '@/core/kinds/registry'
import type { PlannedTags } from '@/core/sources/tags'
import type { TaggedLink } from '@/server/readout/readTaggedLinks'
import type { BareHtml } from '@/server/visitor/bare_html'
import { useDraft } from '../draft/context'
import { Copy } from '../ui/copy'
import { Address } from './address'
import { PrintedCode } from './code'
import { InThePage } from './inThePage'
import { OwnPage } from './ownPage'
import { PlainFrame } from './plainFrame'
import { TaggedLinks } from './taggedLinks'

interface Props {
  live: Form
  html: BareHtml | null
  links: readonly TaggedLink[]
  tags: PlannedTags
}

/** Every way that the live form goes out: its address, links with tags, a frame, and what pages and programs send to. */
export function WaysOut({ live, html, links, tags }: Props) {
  const { facts } = useDraft((state) => state)
  const { publicUrl, testUrl, slug, benchUrl } = facts
  const [how, setHow] = useState<keyof typeof OPENINGS>('button')
  const sent = answeredByHand(live).filter((question) => !mannerOf(question).files)
  const body = JSON.stringify({ values: Object.fromEntries(sent.slice(0, 2).map(({ name }) => [name, '…'])) })
  return (
    <section className="mb-5">
      <h2 className="mb-1.5">Ways out</h2>
      <table className="sheet">
        <tbody>
          <Way title="Its own page" copied="address" text={publicUrl} shown={<Address url={publicUrl} />} />
          <Way
            title="For colleagues, to try it"
            copied="address for colleagues"
            text={testUrl}
            shown={
              <>
                <Address url={testUrl} />
                <span className="block text-soft">
                  What is sent from there does what any other does, is marked as a test, and counts nowhere.
                </span>
              </>
            }
          />
          <Way title="With tags" shown={<TaggedLinks slug={slug} address={publicUrl} links={links} planned={tags} />} />
          <Way
            title="Filled in"
            shown={
              <span className="text-soft">
                Fill it in under Compose, in the visitor’s view: the link that fills it in so is told below it.
              </span>
            }
          />
          <Way title="In print" shown={<PrintedCode url={publicUrl} planned={tags} />} />
          <Way
            title="In a frame"
            shown={
              live.framedBy.length > 0 ? (
                <PlainFrame url={publicUrl} title={live.title} slug={slug} />
              ) : (
                <span className="text-soft">Once a release names the sites that may frame it.</span>
              )
            }
          />
          {live.framedBy.length > 0 && (
            <Way
              title="In a frame, by script"
              copied="script"
              text={scriptHtml(publicUrl, live.title)}
              shown={
                <>
                  <code className="name break-all">{scriptHtml(publicUrl, live.title)}</code>
                  <span className="block text-soft">
                    As tall as the form, wherever it is put, as often as you like. Tells the page that people were on
                    before, too; with <code className="name">data-first-page</code> also the first page of their visit,
                    as a value to carry, and its tags.
                  </span>
                  {benchUrl !== null && <OnTheBench site={new URL(benchUrl).origin} slug={slug} live={live} />}
                </>
              }
            />
          )}
          {live.framedBy.length > 0 && (
            <Way title="In the page, by script" shown={<InThePage url={publicUrl} title={live.title} />} />
          )}
          {live.framedBy.length > 0 && (
            <Way
              title="Over the page"
              copied="script that opens it"
              text={scriptHtml(publicUrl, live.title, OPENINGS[how].more)}
              shown={
                <>
                  <select
                    aria-label="When it comes over the page"
                    className="box mb-1 w-auto"
                    value={how}
                    onChange={(event) => setHow(event.target.value as keyof typeof OPENINGS)}
                  >
                    {Object.entries(OPENINGS).map(([name, { label }]) => (
                      <option key={name} value={name}>
                        {label}
                      </option>
                    ))}
                  </select>
                  <code className="name block break-all">{scriptHtml(publicUrl, live.title, OPENINGS[how].more)}</code>
                  <span className="block text-soft">{OPENINGS[how].says}</span>
                </>
              }
            />
          )}
          {live.framedBy.length > 0 && (
            <Way
              title="A site’s content policy"
              copied="policy"
              text={policyOf(publicUrl)}
              shown={
                <>
                  <code className="name break-all">{policyOf(publicUrl)}</code>
                  <span className="block text-soft">
                    What a site that has one adds to it for frames. The plain frame needs the second, and that its style
                    is allowed.
                  </span>
                </>
              }
            />
          )}
          <Way
            title="On a page of your own"
            shown={<OwnPage live={live} html={html} address={publicUrl} bench={benchUrl} />}
          />
          <Way
            title="By program"
            copied="body"
            text={body}
            shown={
              <>
                <code className="name break-all">
                  POST {publicUrl} {body}
                </code>
                <span className="block text-soft">
                  JSON, with a token of the workspace. Without one it is kept as spam. What is sent again with the same{' '}
                  <code className="name">Idempotency-Key</code> is taken once;{' '}
                  <code className="name">{'{"batch":[…]}'}</code> takes a hundred at once.
                </span>
              </>
            }
          />
        </tbody>
      </table>
    </section>
  )
}

/** What a content policy (CSP) has to allow for the script and its frame. */
const policyOf = (url: string): string => {
  const { origin } = new URL(url)
  return `script-src ${origin}; frame-src ${origin}`
}

const ONCE = 'It comes once to each browser, which keeps that it did, and never again once it was sent.'

/** How a form comes over a page. */
const OPENINGS = {
  button: {
    label: 'at a button',
    more: ' data-over="button" data-label="Ask us"',
    says: 'The button stands where the line does, and looks as buttons of the site do.',
  },
  link: {
    label: 'at links to it',
    more: ' data-over="link"',
    says: 'Every link of the page to the form’s address opens it there; without a script they lead to its own page.',
  },
  after: { label: 'after so long', more: ' data-over="after" data-seconds="20"', says: ONCE },
  leaving: {
    label: 'on leaving',
    more: ' data-over="leaving"',
    says: `As the pointer leaves towards the tabs; telephones have none. ${ONCE}`,
  },
} as const

const BENCH_PAGES = [
  ['plain', 'a plain page'],
  ['strict', 'with a strict content policy'],
  ['old', 'of old'],
  ['late', 'that is filled late'],
  ['dark', 'that is dark'],
  ['first', 'where a visit begins'],
  ['over', 'that opens it over itself'],
  ['placed', 'with it in the page itself'],
] as const

/** Pages of the Bench's own site with the form in them, where it may frame it. */
const OnTheBench = ({ site, slug, live }: { site: string; slug: string; live: Form }) =>
  live.framedBy.includes(site) ? (
    <span className="block">
      On the Bench’s site:{' '}
      {BENCH_PAGES.map(([page, says], index) => (
        <Fragment key={page}>
          {index > 0 && ', '}
          <a
            className="text-teal underline"
            href={`${site}/site/${page}?form=${slug}`}
            target="_blank"
            rel="noreferrer"
          >
            {says}
          </a>
        </Fragment>
      ))}
    </span>
  ) : (
    <span className="block text-soft">
      To try it on the Bench’s own site, add <code className="name">{site}</code> to the sites below, and release.
    </span>
  )

interface WayProps {
  title: string
  /** What is copied, as its button calls it; left out where its own parts have such buttons. */
  copied?: string
  /** `null` where there is nothing to copy yet. */
  text?: string | null
  shown: ReactNode
}

const Way = ({ title, copied = '', text = null, shown }: WayProps) => (
  <tr>
    <th scope="row" className="align-top!">
      {title}
    </th>
    <td>{shown}</td>
    <td className="text-right">{text !== null && <Copy what={copied} text={text} />}</td>
  </tr>
)
