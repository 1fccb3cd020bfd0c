'use client'

import Link from 'next/link'
import { useRouter } from 'next/navigation'
import type { ListedForm } from '@/server/forms/listForms'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Empty } from '../ui/empty'
import { SearchBox, useFilters } from '../ui/listFrame'
import { type Column, Sheet } from '../ui/sheet'
import { ago, figure, percent, range } from '../ui/show'
import { NewForm } from './newForm'

const USUAL = 'name'

/** What each head sorts by. */
const KEYS: Record<string, (form: ListedForm) => string | number> = {
  name: ({ name }) => name,
  folder: ({ folder }) => folder,
  campaign: ({ campaign }) => campaign,
  release: ({ release }) => release ?? 0,
  arrived: ({ arrived }) => arrived,
  sent: ({ sent }) => sent,
  finish: ({ finish }) => finish?.rate ?? -1,
  unfinished: ({ unfinished }) => unfinished,
  owner: ({ owner }) => owner ?? '',
  changed: ({ updatedAt }) => new Date(updatedAt).getTime(),
}

const letters = new Intl.Collator('en')

function sortForms(forms: ListedForm[], sort: string): ListedForm[] {
  const name = sort.replace(/^-/, '')
  const keyOf = Object.hasOwn(KEYS, name) ? KEYS[name] : undefined
  if (!keyOf) return forms
  const compare = (a: string | number, b: string | number) =>
    typeof a === 'number' && typeof b === 'number' ? a - b : letters.compare(String(a), String(b))
  return forms.toSorted((a, b) => compare(keyOf(a), keyOf(b)) * (sort.startsWith('-') ? -1 : 1))
}

/** Every form of the workspace, narrowed by typing and sorted by its heads. */
export function FormsTable({ forms, startNew }: { forms: ListedForm[]; startNew: boolean }) {
  const router = useRouter()
  const filters = useFilters()
  const search = filters.get('search')
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const shown = sortForms(
    forms.filter((form) => {
      const text = `${form.name} ${form.slug} ${form.folder} ${form.campaign}`.toLowerCase()
      return words.every((word) => text.includes(word))
    }),
    filters.get('sort') || USUAL,
  )
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex items-center gap-3">
        <h1>Forms</h1>
        <SearchBox label="Narrow by name or folder" />
        <span className="text-soft">
          {shown.length} of {forms.length} · numbers of the last 30 days
        </span>
        <Link href="/forms?new=1" className="ml-auto">
          <Button look="main" tabIndex={-1}>
            New form
          </Button>
        </Link>
      </div>
      {forms.length === 0 ? (
        <Empty title="No forms yet">Press New form: a blank one asks for an email and is ready to widen.</Empty>
      ) : (
        <Sheet rows={shown} columns={COLUMNS} usual={USUAL} />
      )}
      {forms.length > 0 && shown.length === 0 && (
        <p className="p-4 text-soft">No form fits “{search}”. Clear the box to see all of them.</p>
      )}
      <NewForm open={startNew} onClose={() => router.replace('/forms')} forms={forms} />
    </main>
  )
}

const COLUMNS: Column<ListedForm>[] = [
  {
    head: 'Form',
    by: 'name',
    cell: ({ slug, name }) => (
      <>
        <Link href={`/forms/${slug}/compose`} className="font-semibold hover:underline">
          {name}
        </Link>{' '}
        <span className="name text-soft">/{slug}</span>
      </>
    ),
  },
  { head: 'Folder', by: 'folder', cell: ({ folder }) => folder || '—' },
  { head: 'Campaign', by: 'campaign', cell: ({ campaign }) => campaign || '—' },
  {
    head: 'State',
    by: 'release',
    cell: ({ release }) => (release ? <Chip tone="moss">release {release} live</Chip> : <Chip>draft</Chip>),
  },
  { head: 'Arrived', by: 'arrived', right: true, cell: ({ arrived }) => figure(arrived) },
  { head: 'Sent', by: 'sent', right: true, cell: ({ sent }) => figure(sent) },
  {
    head: 'Finish, with 95 % range',
    by: 'finish',
    cell: ({ finish }) =>
      finish ? (
        <>
          {percent(finish.rate)} <span className="text-soft">{range(finish)}</span>
        </>
      ) : (
        '—'
      ),
  },
  { head: 'Unfinished', by: 'unfinished', right: true, cell: ({ unfinished }) => figure(unfinished) },
  { head: 'Owner', by: 'owner', cell: ({ owner }) => owner ?? '—' },
  {
    head: 'Changed',
    by: 'changed',
    className: 'text-soft',
    cell: ({ updatedAt }) => <span suppressHydrationWarning>{ago(updatedAt)}</span>,
  },
]
