'use client'

import { useState } from 'react'
import { isZone, zoneNames } from '@/core/formats/zone'
import { addTry, removeTry, updateTry } from '@/core/form/try_edits'
import { type Try, trySchema } from '@/core/form/tries'
import { SCREENS } from '@/core/origins/source'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { Empty } from '../ui/empty'
import { ChoiceField, TextField, Tick } from '../ui/field'
import { Only } from '../ui/here'
import { Outside, quoted } from '../ui/outside'
import { toast } from '../ui/toast'
import { StoredField } from './storedField'

/** People made up, with what a form would know of them: the page, If sent now and Rehearse can be seen as any of them. */
export function Tries() {
  const { form, edit, undo } = useDraft((state) => state)
  const [open, setOpen] = useState<string | null>(null)
  const add = () => {
    const { name } = addTry(form)
    edit((one) => addTry(one).form)
    setOpen(name)
  }
  const remove = ({ name, called }: Try) => {
    edit((one) => removeTry(one, name))
    toast(`Removed ${quoted(called)}`, { action: { label: 'Undo', onClick: undo } })
  }
  return (
    <section aria-label="Test values" className="min-h-0 flex-1 overflow-auto px-3 py-3">
      <p className="mb-3 max-w-[620px] text-soft">
        Somebody made up: what their link, their browser and their record say. Choose them under “Seen by”, or in
        Rehearse. Visitors never meet them.
      </p>
      {form.tries.length === 0 ? (
        <Empty title="None yet">Add somebody who comes by a tagged link, or whose name is known.</Empty>
      ) : (
        <table className="sheet table-fixed">
          <thead>
            <tr>
              <th className="w-[30%]">Who</th>
              <th className="w-[26%]">Their link</th>
              <th className="w-[22%]">Their browser</th>
              <th>Stored of them</th>
            </tr>
          </thead>
          <tbody>
            {form.tries.map((one) => (
              <TryRow
                key={one.name}
                tried={one}
                open={open === one.name}
                onToggle={() => setOpen(open === one.name ? null : one.name)}
                onRemove={() => remove(one)}
              />
            ))}
          </tbody>
        </table>
      )}
      <Only may="edit">
        <Button className="mt-3" onClick={add} disabled={form.tries.length >= 30}>
          Add test values
        </Button>
      </Only>
    </section>
  )
}

interface RowProps {
  tried: Try
  open: boolean
  onToggle: () => void
  onRemove: () => void
}

function TryRow({ tried, open, onToggle, onRemove }: RowProps) {
  const fields = useDraft((state) => state.resources.fields)
  const labelOf = ({ record, field }: Try['stored'][number]) =>
    fields.find((one) => one.record === record && one.name === field)?.label ?? field
  const browser = [tried.language, tried.zone, tried.screen, tried.country].filter(Boolean).join(', ')
  const stored = tried.stored.map((one) => `${labelOf(one)}: ${one.value}`).join(', ')
  return (
    <>
      <tr className={open ? 'bg-lit [&>td]:border-b-0' : 'hover:bg-lit'}>
        <td>
          <button
            type="button"
            aria-expanded={open}
            onClick={onToggle}
            className="flex w-full items-center rounded-sm text-left"
          >
            <span className={open ? 'font-semibold' : ''}>
              <Outside>{tried.called}</Outside>
            </span>
          </button>
        </td>
        <Told>{tried.link}</Told>
        <Told>{browser}</Told>
        <Told>{stored}</Told>
      </tr>
      {open && (
        <tr className="bg-lit">
          <td colSpan={4}>
            <Editor tried={tried} />
            <Only may="edit">
              <Button look="quiet" className="mt-2" onClick={onRemove}>
                Remove
              </Button>
            </Only>
          </td>
        </tr>
      )}
    </>
  )
}

const Told = ({ children }: { children: string }) => (
  <td className="truncate" title={children}>
    {children ? <Outside>{children}</Outside> : <span className="text-soft">—</span>}
  </td>
)

/** What is wrong with a text, as the definition has it. */
const wrongIn = (part: 'language' | 'country') => (text: string) =>
  trySchema.shape[part].safeParse(text).error?.issues[0]?.message ?? null

const ZONES = zoneNames()

function Editor({ tried }: { tried: Try }) {
  const edit = useDraft((state) => state.edit)
  const lists = useDraft((state) => state.resources.lists)
  const change = (part: Partial<Omit<Try, 'name'>>, joins?: string) =>
    edit((form) => updateTry(form, tried.name, part), joins && `${tried.name}.${joins}`)
  const set = (part: keyof Omit<Try, 'name' | 'stored' | 'lists'>) => (text: string) => change({ [part]: text }, part)
  return (
    <div className="grid grid-cols-[92px_minmax(0,1fr)] items-center gap-x-3 gap-y-2 min-[700px]:grid-cols-[112px_minmax(0,1fr)_104px_minmax(0,1fr)]">
      <TextField label="Called" value={tried.called} filled onCommit={set('called')} />
      <TextField
        mono
        label="Link says"
        placeholder="ref=TK7&utm_source=ring"
        value={tried.link}
        onCommit={set('link')}
      />
      <TextField label="Page before" value={tried.pageBefore} onCommit={set('pageBefore')} />
      <TextField label="Page around" value={tried.framedBy} onCommit={set('framedBy')} />
      <TextField
        label="Language"
        placeholder="such as de or pt-BR"
        value={tried.language}
        check={wrongIn('language')}
        onCommit={set('language')}
      />
      <TextField
        label="Time zone"
        value={tried.zone}
        suggestions={ZONES}
        check={(text) => (text === '' || isZone(text) ? null : 'Give a zone, such as Europe/Oslo')}
        onCommit={set('zone')}
      />
      <ChoiceField
        label="Screen"
        value={tried.screen}
        options={[['', 'not told'], ...SCREENS.map((screen) => [screen, screen] as const)]}
        onCommit={set('screen')}
      />
      <TextField
        label="Country"
        placeholder="such as SE"
        value={tried.country}
        check={wrongIn('country')}
        onCommit={set('country')}
      />
      <span className="self-start pt-1 text-soft">Stored of them</span>
      <div className="min-[700px]:col-span-3">
        <StoredFields stored={tried.stored} onChange={(stored) => change({ stored }, 'stored')} />
      </div>
      <span className="self-start text-soft">On lists</span>
      <div className="flex flex-wrap gap-x-4 gap-y-1 min-[700px]:col-span-3">
        {lists.length === 0 && <span className="text-soft">there are none</span>}
        {lists.map(({ name, title }) => (
          <Tick
            key={name}
            label={<Outside>{title}</Outside>}
            on={tried.lists.includes(name)}
            onCommit={(on) =>
              change({ lists: on ? [...tried.lists, name] : tried.lists.filter((one) => one !== name) })
            }
          />
        ))}
      </div>
    </div>
  )
}

function StoredFields({ stored, onChange }: { stored: Try['stored']; onChange: (stored: Try['stored']) => void }) {
  const fields = useDraft((state) => state.resources.fields).filter(({ retired }) => !retired)
  const free = fields.find(({ record, name }) => !stored.some((one) => one.record === record && one.field === name))
  return (
    <div className="space-y-1.5">
      {stored.map((one, index) => (
        <div key={index} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-center gap-1.5">
          <StoredField
            label="Field"
            record={one.record}
            field={one.field}
            fields={fields}
            onCommit={(chosen) => onChange(stored.with(index, { ...one, ...chosen }))}
          />
          <TextField
            hideLabel
            label={`Value ${index + 1}`}
            value={one.value}
            onCommit={(value) => onChange(stored.with(index, { ...one, value }))}
          />
          <Button
            look="quiet"
            aria-label={`Take away value ${index + 1}`}
            onClick={() => onChange(stored.toSpliced(index, 1))}
          >
            ×
          </Button>
        </div>
      ))}
      {free && (
        <Button
          look="quiet"
          onClick={() => onChange([...stored, { record: free.record, field: free.name, value: '' }])}
        >
          Add a field
        </Button>
      )}
    </div>
  )
}
