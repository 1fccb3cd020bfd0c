'use client'

import { useState } from 'react'
import type { z } from 'zod'
import type { planMerge } from '@/server/deeds/merging'
import { Button } from '../ui/button'
import { Empty } from '../ui/empty'
import { useGo } from '../ui/here'
import { Moment } from '../ui/moment'
import { Outside, quoted } from '../ui/outside'
import { PageHead } from '../ui/pageHead'
import { counted } from '../ui/show'
import { mergeAction } from './actions'
import { useChange } from './useChange'

type MergePlan = z.input<(typeof planMerge)['gives']>
type Choice = MergePlan['choices'][number]

export const NoMerge = ({ why }: { why: string }) => (
  <main className="px-4 py-3">
    <PageHead back={['/people', 'People']} heading="Merge">
      {null}
    </PageHead>
    <Empty title="These cannot be merged">{why}</Empty>
  </main>
)

const BECAUSE: Record<Choice['because'], string> = {
  'all have the same': 'all have the same',
  'no other has one': 'no other has one',
  'entered by hand': 'entered by hand',
  'set last': 'set last',
  'it is kept': 'nobody knows which is newer',
}

/** Records side by side, field by field, with the better value chosen: which of them is kept, and what it takes. */
export function Merge({ plan: { type, records, choices, along } }: { plan: MergePlan }) {
  const [kept, ...gone] = records
  const go = useGo()
  const { busy, change } = useChange()
  const [take, setTake] = useState<Record<string, string>>({})
  // What is chosen shows at once; the page follows.
  const [chosen, setChosen] = useState(kept?.id)
  if (!kept) return null
  const page = type === 'contact' ? '/people' : '/people/companies'
  const keep = (id: string) => {
    setChosen(id)
    go.inPlace(`/people/merge?of=${[id, ...records.flatMap((one) => (one.id === id ? [] : [one.id]))].join(',')}`)
  }
  const merge = async () => {
    const wish = { kept: kept.id, gone: gone.map(({ id }) => id), take }
    if (await change(`${quoted(kept.title)} is one now`, () => mergeAction(wish))) go.to(`${page}/${kept.id}`)
  }
  const differ = choices.filter(({ because }) => because !== 'all have the same')
  const same = choices.filter(({ because }) => because === 'all have the same')
  return (
    <main className="px-4 py-3">
      <PageHead
        back={[page, type === 'contact' ? 'People' : 'Companies']}
        heading={`Merge ${records.length === 2 ? 'two' : records.length} ${type === 'contact' ? 'people' : 'companies'} into one`}
      >
        <span className="text-soft">Nothing of either is lost, and it can be put back.</span>
      </PageHead>
      <div className="max-w-5xl overflow-x-auto">
        <table className="sheet table-fixed">
          <thead>
            <tr>
              <th className="w-36">Keep</th>
              {records.map(({ id, title, key }) => (
                <th key={id} scope="col">
                  <label className="flex items-start gap-1.5 font-normal text-ink">
                    <input
                      type="radio"
                      className="accent-moss"
                      name="kept"
                      checked={id === chosen}
                      onChange={() => keep(id)}
                    />
                    <span className="min-w-0 whitespace-normal wrap-anywhere">
                      <b className="font-semibold">
                        <Outside>{title}</Outside>
                      </b>
                      <span className="block text-soft">
                        <Outside>{key}</Outside>
                      </span>
                    </span>
                  </label>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {differ.map((choice) => (
              <ChoiceRow
                key={choice.slot}
                {...{ choice, records }}
                taken={take[choice.slot] ?? choice.offers[0]?.record ?? ''}
                onTake={(id) => setTake({ ...take, [choice.slot]: id })}
              />
            ))}
            {differ.length === 0 && (
              <tr>
                <td className="text-soft" colSpan={records.length + 1}>
                  Nothing in them differs.
                </td>
              </tr>
            )}
          </tbody>
        </table>
        {same.length > 0 && (
          <p className="mt-2 text-soft">
            The same in all: {same.map(({ label, offers }) => `${label} (${offers[0]?.words})`).join(', ')}.
          </p>
        )}
      </div>
      <section className="mt-4 max-w-3xl">
        <h2 className="mb-1">
          What comes along to <Outside>{kept.title}</Outside>
        </h2>
        <p>{tellAlong(along)}</p>
        <p className="text-soft">
          Whatever is sent from {gone.length === 1 ? 'the other address' : 'the other addresses'} from now on is{' '}
          <Outside>{kept.title}</Outside>’s, too.
        </p>
        <p className="mt-3 flex gap-2">
          <Button look="main" disabled={busy || chosen !== kept.id} onClick={() => void merge()}>
            Merge into <Outside>{kept.title}</Outside>
          </Button>
          <Button look="quiet" onClick={() => go.to(`${page}/${kept.id}`)}>
            Leave them
          </Button>
        </p>
      </section>
    </main>
  )
}

interface RowProps {
  choice: Choice
  records: MergePlan['records']
  taken: string
  onTake: (record: string) => void
}

function ChoiceRow({ choice: { slot, label, offers, because }, records, taken, onTake }: RowProps) {
  return (
    <tr>
      <th scope="row" className="align-top whitespace-normal!">
        <Outside>{label}</Outside>
      </th>
      {records.map(({ id }) => {
        const offer = offers.find(({ record }) => record === id)
        const isProposed = offers[0]?.record === id
        return (
          <td key={id} className={`align-top ${taken === id ? 'bg-moss-bg' : ''}`}>
            {offer ? (
              <label className="flex items-start gap-1.5">
                <input
                  type="radio"
                  className="accent-moss"
                  name={slot}
                  checked={taken === id}
                  onChange={() => onTake(id)}
                />
                <span className="min-w-0 wrap-anywhere whitespace-pre-line">
                  <Outside>{offer.words}</Outside>
                  <span className="block text-soft">
                    {offer.at && <Moment at={offer.at} />}
                    {offer.who && (
                      <>
                        , <Outside>{offer.who}</Outside>
                      </>
                    )}
                    {isProposed && <span> · {BECAUSE[because]}</span>}
                  </span>
                </span>
              </label>
            ) : (
              <span className="text-soft">—</span>
            )}
          </td>
        )
      })}
    </tr>
  )
}

function tellAlong({ submissions, links, notes, lists, records }: MergePlan['along']): string {
  const parts = [
    submissions > 0 && counted(submissions, 'submission'),
    links > 0 && counted(links, 'personal link'),
    notes > 0 && counted(notes, 'note'),
    records > 0 && counted(records, 'record that belongs to it', 'records that belong to it'),
    lists.length > 0 && `being on ${lists.join(', ')}`,
  ].filter((part) => typeof part === 'string')
  return parts.length === 0 ? 'Nothing: only what stands above.' : `${parts.join(' · ')}.`
}
