'use client'

import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { ListedForm } from '@/server/forms/listForms'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Empty } from '../ui/empty'
import { ago, figure, percent, range } from '../ui/show'
import { NewForm } from './newForm'

/** Every form of the workspace, narrowed by typing. */
export function FormsTable({ forms, startNew }: { forms: ListedForm[]; startNew: boolean }) {
  const router = useRouter()
  const [search, setSearch] = useState('')
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const shown = forms.filter((form) => {
    const text = `${form.name} ${form.slug} ${form.folder} ${form.campaign}`.toLowerCase()
    return words.every((word) => text.includes(word))
  })
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex items-center gap-3">
        <h1>Forms</h1>
        <input
          type="search"
          aria-label="Narrow by name, address, folder or campaign"
          placeholder="Narrow by name, folder, campaign…"
          className="box max-w-72"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
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
        <table className="sheet">
          <thead>
            <tr>
              <th>Form</th>
              <th>Folder</th>
              <th>Campaign</th>
              <th>State</th>
              <th className="text-right!">Arrived</th>
              <th className="text-right!">Sent</th>
              <th>Finish, with 95 % range</th>
              <th className="text-right!">Unfinished</th>
              <th>Owner</th>
              <th>Changed</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((form) => (
              <tr key={form.id} className="hover:bg-lit">
                <td>
                  <Link href={`/forms/${form.slug}/compose`} className="font-semibold hover:underline">
                    {form.name}
                  </Link>{' '}
                  <span className="name text-soft">/{form.slug}</span>
                </td>
                <td>{form.folder || '—'}</td>
                <td>{form.campaign || '—'}</td>
                <td>{form.release ? <Chip tone="moss">release {form.release} live</Chip> : <Chip>draft</Chip>}</td>
                <td className="text-right">{figure(form.arrived)}</td>
                <td className="text-right">{figure(form.sent)}</td>
                <td>
                  {form.finish ? (
                    <>
                      {percent(form.finish.rate)} <span className="text-soft">{range(form.finish)}</span>
                    </>
                  ) : (
                    '—'
                  )}
                </td>
                <td className="text-right">{figure(form.unfinished)}</td>
                <td>{form.owner ?? '—'}</td>
                <td className="text-soft" suppressHydrationWarning>
                  {ago(form.updatedAt)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {forms.length > 0 && shown.length === 0 && (
        <p className="p-4 text-soft">No form fits “{search}”. Clear the box to see all of them.</p>
      )}
      <NewForm open={startNew} onClose={() => router.replace('/forms')} forms={forms} />
    </main>
  )
}
