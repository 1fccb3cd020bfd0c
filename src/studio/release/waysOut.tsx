'use client'

import type { ReactNode } from 'react'
import type { Form } from '@/core/form/definition'
import { answeredByHand } from '@/core/form/values'
import { mannerOf } from '@/core/kinds/registry'
import { useDraft } from '../draft/context'
import { Copy } from '../ui/copy'
import { PrintedCode } from './code'

/** Every way that the live form goes out: its address, a frame, and what programs send to. */
export function WaysOut({ live }: { live: Form }) {
  const { facts } = useDraft((state) => state)
  const { publicUrl, testUrl } = facts
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
          <Way title="In print" copied="code" text={null} shown={<PrintedCode url={publicUrl} />} />
          <Way
            title="In a frame"
            copied="frame"
            text={live.framedBy.length > 0 ? frameOf(publicUrl, live.title) : null}
            shown={
              live.framedBy.length > 0 ? (
                <code className="name break-all">{frameOf(publicUrl, live.title)}</code>
              ) : (
                <span className="text-soft">Once a release names the sites that may frame it.</span>
              )
            }
          />
          {live.framedBy.length > 0 && (
            <Way
              title="In a frame, by script"
              copied="script"
              text={scriptOf(publicUrl, live.title)}
              shown={
                <>
                  <code className="name break-all">{scriptOf(publicUrl, live.title)}</code>
                  <span className="block text-soft">
                    Tells the page that people were on before, too. The tags of the framing page come along either way.
                  </span>
                </>
              }
            />
          )}
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
                  JSON, with a token of the workspace. Without one it is kept as spam.
                </span>
              </>
            }
          />
        </tbody>
      </table>
    </section>
  )
}

const written = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;')

/** The framing page's address goes along whole, so that its tags do. */
const frameOf = (url: string, title: string): string =>
  `<iframe src="${url}" title="${written(title)}" referrerpolicy="no-referrer-when-downgrade" style="width: 100%; height: 44rem; border: 0"></iframe>`

/** The same put in place by a script, with the tags of the page and where its visitor was before. */
const scriptOf = (url: string, title: string): string =>
  `<script>(function (at) { var to = new URL(${JSON.stringify(url)}), frame = document.createElement('iframe');
new URLSearchParams(location.search).forEach(function (value, name) { if (name.startsWith('utm_')) to.searchParams.set(name, value) });
if (document.referrer) to.searchParams.set('page_before', document.referrer);
frame.src = to; frame.title = ${JSON.stringify(title).replaceAll('<', '\\u003c')}; frame.style = 'width: 100%; height: 44rem; border: 0';
at.after(frame) })(document.currentScript)</script>`

interface WayProps {
  title: string
  /** What is copied, as its button calls it. */
  copied: string
  /** `null` where there is nothing to copy yet. */
  text: string | null
  shown: ReactNode
}

const Way = ({ title, copied, text, shown }: WayProps) => (
  <tr>
    <th scope="row" className="align-top!">
      {title}
    </th>
    <td>{shown}</td>
    <td className="text-right">{text !== null && <Copy what={copied} text={text} />}</td>
  </tr>
)

const Address = ({ url }: { url: string }) => (
  <a href={url} target="_blank" rel="noreferrer" className="name break-all text-teal underline">
    {url}
  </a>
)
