import { useState } from 'react'
import { addressWithTags, findUnplanned, type PlannedTags, TAG_SORTS, type Tags, tidyTag } from '@/core/sources/tags'
import type { TaggedLink } from '@/server/readout/readTaggedLinks'
import { dropTaggedLinkAction, makeTaggedLinkAction } from '../draft/actions'
import { Button } from '../ui/button'
import { Copy } from '../ui/copy'
import { TextField } from '../ui/field'
import { Only } from '../ui/here'
import { Link } from '../ui/link'
import { figure, percent, range } from '../ui/show'
import { headClass, SPARE } from '../ui/spare'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { UnplannedTags } from './unplannedTags'

interface Props {
  slug: string
  /** The form's own address. */
  address: string
  links: readonly TaggedLink[]
  planned: PlannedTags
}

const NONE: Tags = { source: '', medium: '', campaign: '' }
const LABELS = { source: 'Source', medium: 'Medium', campaign: 'Campaign' } as const

/** Links to the form with tags by house rules, and what came of those that are kept. */
export const TaggedLinks = (props: Props) => (
  <div className="grid min-w-0 gap-2">
    <Only may="edit">
      <MakeLink {...props} />
    </Only>
    {props.links.length > 0 && <KeptLinks {...props} />}
  </div>
)

function MakeLink({ slug, address, links, planned }: Props) {
  const [tags, setTags] = useState(NONE)
  const { busy, run } = useRun()
  const unplanned = findUnplanned(tags, planned)
  const isEmpty = TAG_SORTS.every((sort) => tags[sort] === '')
  const isKept = links.some((link) => TAG_SORTS.every((sort) => link[sort] === tags[sort]))
  const text = addressWithTags(address, tags)
  const used = (sort: keyof Tags) =>
    [...new Set([...planned[sort], ...links.map((link) => link[sort])])].filter(Boolean)
  const keep = async () => {
    if ((await run(() => makeTaggedLinkAction({ slug, ...tags }))) !== undefined) toast('The link is kept')
  }
  return (
    <>
      <div className="grid items-center gap-x-3 gap-y-1.5 sm:grid-cols-[max-content_minmax(0,20rem)]">
        {TAG_SORTS.map((sort) => (
          <TextField
            key={sort}
            label={LABELS[sort]}
            value={tags[sort]}
            suggestions={used(sort)}
            onCommit={(given) => setTags((before) => ({ ...before, [sort]: tidyTag(given) }))}
          />
        ))}
      </div>
      <UnplannedTags unplanned={unplanned} onTake={(sort, tag) => setTags((before) => ({ ...before, [sort]: tag }))} />
      {!isEmpty && <code className="name break-all">{text}</code>}
      <span className="flex flex-wrap items-center gap-2">
        <Button disabled={busy || isEmpty || isKept || unplanned.length > 0} onClick={() => void keep()}>
          {isKept ? 'It is kept' : 'Keep this link'}
        </Button>
        {!isEmpty && unplanned.length === 0 && <Copy what="tagged link" text={text} />}
        <Link href="/settings#tags" className="text-teal underline">
          Which tags there are
        </Link>
      </span>
    </>
  )
}

function KeptLinks({ slug, links }: Props) {
  const { busy, run } = useRun()
  const drop = async ({ id, source, medium, campaign }: TaggedLink) => {
    if ((await run(() => dropTaggedLinkAction({ slug, id }))) === undefined) return
    const restore = () => void run(() => makeTaggedLinkAction({ slug, source, medium, campaign }))
    toast('The link is dropped; it goes on working', { action: { label: 'Undo', onClick: restore } })
  }
  const campaigns = [...new Set(links.map(({ campaign }) => campaign))]
  return (
    <div className="overflow-x-auto">
      <table className="sheet">
        <thead>
          <tr>
            <th scope="col">Campaign and link</th>
            <th scope="col" className={headClass(true, true)}>
              Arrived
            </th>
            <th scope="col" className={headClass(true)}>
              Sent
            </th>
            <th scope="col">Finish, with 95 % range</th>
            <th scope="col">
              <span className="sr-only">What to do with it</span>
            </th>
          </tr>
        </thead>
        {campaigns.map((campaign) => (
          <tbody key={campaign}>
            <tr>
              <th scope="rowgroup" colSpan={5} className="break-all">
                {campaign || <span className="text-soft">without a campaign</span>}
              </th>
            </tr>
            {links
              .filter((link) => link.campaign === campaign)
              .map((link) => {
                const { id, source, medium, url, arrived, sent, finish } = link
                const called = [source, medium].filter(Boolean).join(' · ') || campaign
                return (
                  <tr key={id}>
                    <td className="break-all">{called}</td>
                    <td className={`text-right ${SPARE}`}>{figure(arrived)}</td>
                    <td className="text-right">{figure(sent)}</td>
                    <td>
                      {finish ? (
                        <>
                          {percent(finish.rate)} <span className="text-soft">· {range(finish)}</span>
                        </>
                      ) : (
                        <span className="text-soft">nobody yet</span>
                      )}
                    </td>
                    <td className="text-right whitespace-nowrap">
                      <Copy what={`link ${called}`} text={url} />
                      <Only may="edit">
                        <Button
                          look="quiet"
                          aria-label={`Drop ${called}`}
                          disabled={busy}
                          onClick={() => void drop(link)}
                        >
                          ×
                        </Button>
                      </Only>
                    </td>
                  </tr>
                )
              })}
          </tbody>
        ))}
      </table>
    </div>
  )
}
