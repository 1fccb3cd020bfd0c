'use client'

import { type ReactNode, useState } from 'react'
import { findField, RECORD_WORDS } from '@/core/fields/field'
import { type FieldUse, type FieldUses, isUnused, usesOfFields } from '@/core/segments/field_uses'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { Link } from '../ui/link'
import { Outside } from '../ui/outside'
import { toast } from '../ui/toast'
import { readFieldUsesAction } from './actions'

/** Which fields are shown. */
const WHICH = {
  here: 'Fields of this form',
  used: 'Fields that anything uses',
  unused: 'Fields that nothing uses',
} as const

/** What every form does with each field: who else writes it, and who reads what is written here. */
export function AcrossForms() {
  const { form, facts, resources } = useDraft((state) => state)
  const [elsewhere, setElsewhere] = useState<readonly FieldUses[] | null>(null)
  const [which, setWhich] = useState<keyof typeof WHICH>('here')
  const [busy, setBusy] = useState(false)
  const look = async () => {
    setBusy(true)
    const told = await readFieldUsesAction({}).catch(() => null)
    setBusy(false)
    if (told?.ok) setElsewhere(told.value.uses)
    else toast('The other forms could not be read. Try again in a moment.')
  }
  if (!elsewhere)
    return (
      <section className="mt-5">
        <h2 className="mb-1.5">Over all forms</h2>
        <p className="flex flex-wrap items-center gap-2">
          <Button disabled={busy} onClick={() => void look()}>
            {busy ? 'Looking…' : 'Look what else uses these fields'}
          </Button>
          <span className="text-soft">What other forms write into them, what reads them, and what nothing uses.</span>
        </p>
      </section>
    )
  const { slug } = facts
  const here = usesOfFields(resources.fields, [{ slug, name: form.title, form }], [])
  const rows = here.flatMap((own) => {
    const field = findField(resources.fields, own.record, own.field)
    const others = elsewhere.find((one) => one.record === own.record && one.field === own.field)
    const not = ({ form: other }: FieldUse) => other !== slug
    const all: FieldUses = {
      ...own,
      written: [...own.written, ...(others?.written.filter(not) ?? [])],
      read: [...own.read, ...(others?.read.filter(not) ?? [])],
      segments: others?.segments ?? [],
    }
    if (!field || field.retired) return []
    const shown = which === 'here' ? !isUnused(own) : which === 'unused' ? isUnused(all) : !isUnused(all)
    return shown ? [{ field, all }] : []
  })
  return (
    <section className="mt-5" aria-label="Over all forms">
      <div className="mb-1.5 flex flex-wrap items-center gap-3">
        <h2>Over all forms</h2>
        <select
          className="box w-auto!"
          aria-label="Which fields"
          value={which}
          onChange={({ target }) => setWhich(target.value as keyof typeof WHICH)}
        >
          {Object.entries(WHICH).map(([name, words]) => (
            <option key={name} value={name}>
              {words}
            </option>
          ))}
        </select>
        <span className="text-soft">Other forms as they are live, this one as its draft.</span>
      </div>
      {rows.length === 0 ? (
        <p className="text-soft">None.</p>
      ) : (
        <table className="sheet border border-rule">
          <thead>
            <tr>
              <th>Field</th>
              <th>Written by</th>
              <th>Read by</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ field, all }) => (
              <tr key={`${all.record} ${all.field}`}>
                <td className="align-top! wrap-anywhere">
                  <Outside>{field.label}</Outside>
                  <span className="block text-soft">{RECORD_WORDS[all.record]}</span>
                </td>
                <td className="align-top! wrap-anywhere">
                  <Uses uses={all.written} own={slug} none={which !== 'unused' && 'nothing'} />
                </td>
                <td className="align-top! wrap-anywhere">
                  <Uses
                    uses={all.read}
                    own={slug}
                    none={which !== 'unused' && all.segments.length === 0 && 'nothing'}
                  />
                  {all.segments.map((title) => (
                    <span key={title} className="block">
                      <span className="text-soft">segment </span>
                      <Outside>{title}</Outside>
                    </span>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  )
}

/** The values of forms that use a field, those of this form first. */
const Uses = ({ uses, own, none }: { uses: readonly FieldUse[]; own: string; none: string | false }): ReactNode =>
  uses.length === 0
    ? none && <span className="text-soft">{none}</span>
    : uses.map(({ form, formName, value }, at) => (
        <span key={at} className="block">
          {form === own ? (
            <span className="text-soft">here</span>
          ) : (
            <Link href={`/forms/${form}/records`} className="text-teal underline">
              <Outside>{formName}</Outside>
            </Link>
          )}
          <span className="text-soft">: </span>
          <Outside>{value}</Outside>
        </span>
      ))
