import { pairsOf } from '@/core/answers/link_parameters'
import type { ReactNode } from 'react'
import { showMoment, showZone } from '@/core/formats/zone'
import type { PersonData } from '../../people/gatherPerson'
import { PROVEN } from '../members'
import type { CarriedFile } from './write'

interface Props {
  data: PersonData
  files: readonly CarriedFile[]
  workspace: string
  zone: string
  at: Date
}

/** Plain enough to be printed, and to be read in a hundred years. */
const STYLE = `
  body { font: 16px/1.5 'DejaVu Sans', sans-serif; color: #1f251e; max-width: 46rem; margin: 2rem auto; padding: 0 1rem }
  h1 { font-size: 1.6rem; margin: 0 } h2 { font-size: 1.15rem; margin: 2rem 0 .5rem; border-bottom: 1px solid #8f9488 }
  h3 { font-size: 1rem; margin: 1.2rem 0 .3rem } bdi, pre { overflow-wrap: anywhere }
  dl { margin: 0; display: grid; grid-template-columns: minmax(7rem, 14rem) 1fr; gap: .15rem 1rem }
  dt { color: #585f54 } dd { margin: 0 } pre { font: inherit; white-space: pre-wrap; margin: .3rem 0 }
  .soft { color: #585f54 } li { margin: .2rem 0 }
  @media (max-width: 30rem) { dl { grid-template-columns: 1fr } dd { margin-bottom: .4rem } }
`

/** All that is kept of one person, as they can read it: one file that needs nothing else. */
export function PersonPage({ data, files, workspace, zone, at }: Props) {
  const when = (moment: Date) => showMoment(zone, moment)
  return (
    <html lang="en">
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <title>{`What ${workspace} keeps of ${data.name}`}</title>
        <style dangerouslySetInnerHTML={{ __html: STYLE }} />
      </head>
      <body>
        <h1>
          What <bdi>{workspace}</bdi> keeps of <bdi>{data.name}</bdi>
        </h1>
        <p className="soft">
          As it was on {when(at)}. Days and hours are told in {showZone(zone)}. Known since {when(data.knownSince)} by{' '}
          <bdi>{data.addresses.join(', ')}</bdi>
          {data.company && (
            <>
              , of <bdi>{data.company}</bdi>
            </>
          )}
          .
          {data.broughtBy && (
            <>
              {' '}
              Brought along by <bdi>{data.broughtBy}</bdi>.
            </>
          )}
          {data.referralCode && ` Their referral code is ${data.referralCode}: it brought ${data.brought} along.`}
        </p>

        <Part title="Stored" none={data.stored.length === 0}>
          <Told lines={data.stored} />
        </Part>
        <Part title="Proposed by whoever did not prove to be them" none={data.proposed.length === 0}>
          <Told lines={data.proposed} />
        </Part>
        <Part title="Lists" none={data.lists.length === 0}>
          <ul>
            {data.lists.map(({ title, wording, joinedAt }) => (
              <li key={title}>
                <bdi>{title}</bdi>, joined {when(joinedAt)} by agreeing to: “<bdi>{wording}</bdi>”
              </li>
            ))}
          </ul>
        </Part>
        <Part title="Agreed to" none={data.consents.length === 0}>
          <ul>
            {data.consents.map(({ title, wording, address, form, release, proven, origin, askedAt, givenAt }, n) => (
              <li key={n}>
                <bdi>{title}</bdi>, {when(givenAt)}: “<bdi>{wording}</bdi>”
                {form && (
                  <>
                    {' '}
                    in <bdi>{form}</bdi>, release {release}
                  </>
                )}
                {address && (
                  <>
                    {' '}
                    with <bdi>{address}</bdi>
                  </>
                )}
                {proven && `, ${PROVEN[proven]}`}
                {askedAt && `, asked ${when(askedAt)}`}
                {origin && (
                  <>
                    , from <bdi>{origin}</bdi>
                  </>
                )}
              </li>
            ))}
          </ul>
        </Part>
        <Part title="To be confirmed by mail" none={data.toBeConfirmed.length === 0}>
          <ul>
            {data.toBeConfirmed.map(({ title, wording, address, askedAt }) => (
              <li key={title}>
                <bdi>{title}</bdi>, asked {when(askedAt)} at <bdi>{address}</bdi>: “<bdi>{wording}</bdi>”
              </li>
            ))}
          </ul>
        </Part>
        <Part title="Sent" none={data.submissions.length === 0}>
          {data.submissions.map((one) => (
            <section key={one.id}>
              <h3>
                <bdi>{one.formName}</bdi>, {when(one.receivedAt)}
              </h3>
              <Told lines={one.answered} />
              <p className="soft">
                {one.source && (
                  <>
                    Came from <bdi>{one.source}</bdi>.{' '}
                  </>
                )}
                {one.pageBefore && (
                  <>
                    From the page <bdi>{one.pageBefore}</bdi>.{' '}
                  </>
                )}
                {pairsOf(one.link).map(([name, value], index) => (
                  <span key={index}>
                    The link said <bdi>{name}</bdi>: <bdi>{value}</bdi>.{' '}
                  </span>
                ))}
                {one.read.title !== '' && (
                  <>
                    What was shown then: “<bdi>{one.read.title}</bdi>” <bdi>{one.read.body}</bdi>
                  </>
                )}
              </p>
              {one.corrected.map(({ at: moment, before }) => (
                <div key={moment.toISOString()}>
                  <p>Before they were corrected on {when(moment)}, the answers were:</p>
                  <Told lines={before} />
                </div>
              ))}
            </section>
          ))}
        </Part>
        <Part title="Sent from forms elsewhere" none={data.atInlets.length === 0}>
          {data.atInlets.map((one) => (
            <section key={one.receivedAt.toISOString()}>
              <h3>
                <bdi>{one.form}</bdi>, by <bdi>{one.inlet}</bdi>, {when(one.receivedAt)}
              </h3>
              <ul>
                {one.sent.map(({ name, said }, index) => (
                  <li key={index}>
                    <bdi>{name}</bdi>: <bdi>{said}</bdi>
                  </li>
                ))}
              </ul>
            </section>
          ))}
        </Part>
        <Part title="Begun and not sent" none={data.unfinished.length === 0}>
          {data.unfinished.map((one) => (
            <section key={one.arrivedAt.toISOString()}>
              <h3>
                <bdi>{one.form}</bdi>, {when(one.lastAt)}
              </h3>
              <Told lines={one.answered} />
            </section>
          ))}
        </Part>
        <Part title="Files" none={files.length === 0}>
          <ul>
            {files.map(({ id, name, content }) => (
              <li key={id}>
                {content === null ? (
                  <>
                    <bdi>{name}</bdi> <span className="soft">(too large to stand in this page: ask for it)</span>
                  </>
                ) : (
                  <a href={content} download={name}>
                    <bdi>{name}</bdi>
                  </a>
                )}
              </li>
            ))}
          </ul>
        </Part>
        <Part title="Deals and requests" none={data.opened.length === 0}>
          {data.opened.map(({ type, createdAt, stored, notes }, n) => (
            <section key={n}>
              <h3>
                {type === 'deal' ? 'A deal' : 'A request'}, {when(createdAt)}
              </h3>
              <Told lines={stored} />
              {notes.map((text, place) => (
                <pre key={place} dir="auto">
                  {text}
                </pre>
              ))}
            </section>
          ))}
        </Part>
        <Part title="Notes" none={data.notes.length === 0}>
          {data.notes.map(({ text, who, writtenAt }, n) => (
            <section key={n}>
              <p className="soft">
                <bdi>{who}</bdi>, {when(writtenAt)}
              </p>
              <pre dir="auto">{text}</pre>
            </section>
          ))}
        </Part>
        <Part title="Mails, and what else went out" none={data.deliveries.length === 0}>
          {data.deliveries.map(({ to, what, text, createdAt, settledAt, state }, n) => (
            <section key={n}>
              <h3>
                <bdi>{what}</bdi>
              </h3>
              <p className="soft">
                {STATES[state] ?? state} {when(settledAt ?? createdAt)}, over <bdi>{to}</bdi>
              </p>
              <pre dir="auto">{text}</pre>
            </section>
          ))}
        </Part>
        <Part title="Personal links" none={data.links.length === 0}>
          <ul>
            {data.links.map(({ form, createdAt, expiresAt, withdrawnAt }, n) => (
              <li key={n}>
                To <bdi>{form}</bdi>, made {when(createdAt)}
                {withdrawnAt ? `, withdrawn ${when(withdrawnAt)}` : expiresAt ? `, until ${when(expiresAt)}` : ''}
              </li>
            ))}
          </ul>
        </Part>
        <Part title="Browsers that remember them" none={data.browsers.length === 0}>
          <ul>
            {data.browsers.map(({ form, createdAt, expiresAt, withdrawnAt }, n) => (
              <li key={n}>
                Wished in <bdi>{form}</bdi> {when(createdAt)}, {withdrawnAt ? 'withdrawn' : 'until'}{' '}
                {when(withdrawnAt ?? expiresAt)}
              </li>
            ))}
          </ul>
        </Part>
        <Part title="All that changed" none={data.changes.length === 0}>
          <ul>
            {data.changes.map(({ at: moment, what, from, to, by }, n) => (
              <li key={n}>
                {when(moment)}: <bdi>{what}</bdi> {from !== '' && <del>{from}</del>} {to !== '' && <ins>{to}</ins>}
                {by && (
                  <span className="soft">
                    , by <bdi>{by}</bdi>
                  </span>
                )}
              </li>
            ))}
          </ul>
        </Part>
      </body>
    </html>
  )
}

const STATES: Record<string, string> = {
  delivered: 'Went out',
  waiting: 'Waits since',
  given_up: 'Could not be sent',
  put_aside: 'Was never sent',
}

const Part = ({ title, none, children }: { title: string; none: boolean; children: ReactNode }) => (
  <section>
    <h2>{title}</h2>
    {none ? <p className="soft">Nothing.</p> : children}
  </section>
)

const Told = ({ lines }: { lines: readonly { label: string; words: string }[] }) => (
  <dl>
    {lines.map(({ label, words }, n) => (
      <div key={n} style={{ display: 'contents' }}>
        <dt>
          <bdi>{label}</bdi>
        </dt>
        <dd>
          <pre dir="auto">{words}</pre>
        </dd>
      </div>
    ))}
  </dl>
)
