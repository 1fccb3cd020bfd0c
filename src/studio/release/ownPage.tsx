import { useState } from 'react'
import type { Form } from '@/core/form/definition'
import { inAttribute } from '@/core/form/frame_html'
import type { BareHtml } from '@/server/visitor/bare_html'
import { Copy } from '../ui/copy'
import { TextField } from '../ui/field'
import { Address } from './address'

interface Props {
  live: Form
  /** `null` where no site may send. */
  html: BareHtml | null
  /** Where the form is sent to. */
  address: string
  /** Where the Bench is; `null` where there is none. */
  bench: string | null
}

/** The form as HTML for people who write their own page, with what goes on afterwards and what each field is. */
export function OwnPage({ live, html, address, bench }: Props) {
  const [sent, setSent] = useState('')
  const [wrong, setWrong] = useState('')
  const site = bench === null ? null : new URL(bench).origin
  if (html === null)
    return (
      <span className="text-soft">
        Once a release names the sites that send to it from pages of their own.
        {site !== null && (
          <>
            {' '}
            The Bench’s own is <code className="name">{site}</code>.
          </>
        )}
      </span>
    )
  const text = withAddresses(html.html, { _sent: sent, _wrong: wrong })
  const check = (given: string) => checkOn(live.sentFrom, given)
  return (
    <div className="grid min-w-0 gap-2">
      <div className="grid items-center gap-x-3 gap-y-1.5 sm:grid-cols-[max-content_minmax(0,1fr)]">
        <TextField
          label="After sending, it goes on at"
          placeholder="our page of what is read afterwards"
          value={sent}
          onCommit={setSent}
          check={check}
        />
        <TextField
          label="Where something is missing or wrong, at"
          placeholder="our page, which asks the rest"
          value={wrong}
          onCommit={setWrong}
          check={check}
        />
      </div>
      <pre
        aria-label="The form as HTML"
        role="region"
        tabIndex={0}
        className="name max-h-72 overflow-auto border border-rule bg-panel p-2 whitespace-pre"
      >
        {text}
      </pre>
      <span>
        <Copy what="HTML" text={text} />
      </span>
      <details>
        <summary className="cursor-pointer">What its fields are</summary>
        <div className="overflow-x-auto">
          <table className="sheet mt-1">
            <thead>
              <tr>
                <th scope="col">Value</th>
                <th scope="col">Sent as</th>
                <th scope="col">Takes</th>
                <th scope="col">Asked</th>
              </tr>
            </thead>
            <tbody>
              {html.fields.map(({ name, label, sentAs, takes, must, when }) => (
                <tr key={name}>
                  <th scope="row">{label}</th>
                  <td className="name">{sentAs.join(' ')}</td>
                  <td>{takes}</td>
                  <td>{when === null ? (must ? 'always, and must be answered' : 'always') : `where ${when}`}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
      <ul className="list-disc pl-5 text-soft">
        <li>
          Names and values of fields stay as they are; whatever else stands there may be changed. What the page does not
          ask, or a later release asks beside, is asked on ours before anything is sent.
        </li>
        <li>Any other field counts as a parameter of a link would: tags, and what is carried.</li>
        <li>
          A site with a content policy adds <code className="name">form-action {new URL(address).origin}</code>.
          Browsers must tell which site it comes from: not with{' '}
          <code className="name">Referrer-Policy: no-referrer</code>.
        </li>
        {site !== null && live.sentFrom.includes(site) && (
          <li>
            To try it on the Bench’s own site, put the HTML into <Address url={`${site}/site/own`} />.
          </li>
        )}
      </ul>
    </div>
  )
}

/** Says why an address cannot be gone on at; `null` for one that can, and for none. */
function checkOn(sites: readonly string[], text: string): string | null {
  if (text === '') return null
  const isOn = URL.canParse(text) && sites.includes(new URL(text).origin)
  return isOn ? null : `Give an address on ${sites.join(' or ')}`
}

/** The HTML with where it goes on, in fields that nobody sees. */
function withAddresses(html: string, addresses: Readonly<Record<string, string>>): string {
  const fields = Object.entries(addresses).flatMap(([name, address]) =>
    address === '' ? [] : [`\n  <input type="hidden" name="${name}" value="${inAttribute(address)}">`],
  )
  return html.replace(/^<form[^>]*>/, (form) => form + fields.join(''))
}
