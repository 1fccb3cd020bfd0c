'use client'

import { type ReactNode, useState } from 'react'
import type { RecordField } from '@/core/fields/field'
import { examinePattern, expandLink, MARKED, markLink } from '@/core/fill/link_pattern'
import { sheetColumns } from '@/core/fill/sheet_columns'
import { Button } from '../ui/button'
import { Copy } from '../ui/copy'
import { Tick } from '../ui/field'
import { Findings } from '../ui/finding'
import { useWithin } from '../ui/here'
import { Outside } from '../ui/outside'
import { counted } from '../ui/show'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { changeSheetAction, trySheetAction } from './actions'
import type { OneSheet } from './states'

interface Props {
  sheet: OneSheet
  address: string
  fields: readonly RecordField[]
}

/** What stands for a code where none is told. */
const SOME_CODE = 'K7WQ2M9XR4TBCD3FGH5JN'

/** How a sheet is written: its columns, its links, and the marks of the tool that sends the mailing; and the file itself. */
export function Written({ sheet, address, fields }: Props) {
  const { busy, run } = useRun()
  const all = sheetColumns(fields)
  // A field that is retired meanwhile is no column any more.
  const kept = sheet.columns.filter((name) => all.some((one) => one.name === name))
  const [written, setWritten] = useState({
    title: sheet.title,
    columns: kept,
    pattern: sheet.pattern,
    mark: sheet.mark,
  })
  const { title, columns, pattern, mark } = written
  const set = (change: Partial<typeof written>) => setWritten((before) => ({ ...before, ...change }))
  const findings = examinePattern(address, all, written)
  const isSound = findings.every(({ severity }) => severity !== 'fault')
  const isKept = (['title', 'pattern', 'mark'] as const).every((name) => written[name] === sheet[name])
  const isSame = isKept && columns.join() === kept.join()
  const keep = async () => {
    if ((await run(() => changeSheetAction({ id: sheet.id, ...written }))) !== undefined) toast('Kept')
  }
  const toggle = (name: string, on: boolean) =>
    set({
      columns: all.flatMap((one) => ((one.name === name ? on : columns.includes(one.name)) ? [one.name] : [])),
    })
  return (
    <section aria-label="How it is written" className="space-y-3">
      <h2>The sheet</h2>
      <Field label="What it is called" value={title} onChange={(text) => set({ title: text })} />
      <fieldset>
        <legend className="mb-1 text-soft">Columns</legend>
        <div className="grid max-h-48 grid-cols-2 gap-x-3 gap-y-0.5 overflow-auto">
          {all.map(({ name, label }) => (
            <Tick
              key={name}
              label={<Outside>{label}</Outside>}
              on={columns.includes(name)}
              onCommit={(on) => toggle(name, on)}
            />
          ))}
        </div>
      </fieldset>
      <Field
        label="Links, behind the form’s address: columns in braces, as a URI template (RFC 6570)"
        value={pattern}
        mono
        onChange={(text) => set({ pattern: text })}
      />
      {isSound && (
        <output className="name block break-all text-soft" aria-label="A link of it">
          {expandLink(address, pattern, { code: SOME_CODE, ...exampleOf(all) })}
        </output>
      )}
      <Field
        label={`Or how your mailing tool writes a column, with ${MARKED} for its name`}
        value={mark}
        mono
        onChange={(text) => set({ mark: text })}
      />
      {isSound && mark !== '' && (
        <p className="flex items-start gap-2">
          <output className="name min-w-0 flex-1 break-all" aria-label="The link pattern">
            {markLink(address, pattern, mark, all)}
          </output>
          <Copy what="link pattern" text={markLink(address, pattern, mark, all)} />
        </p>
      )}
      {findings.length > 0 && <Findings findings={findings} />}
      <p className="flex flex-wrap items-center gap-2">
        <Button
          disabled={busy || isSame || !isSound || title.trim() === '' || columns.length === 0}
          onClick={() => void keep()}
        >
          Keep
        </Button>
        {sheet.state === 'made' && <TakeSheet id={sheet.id} isKept={isSame} />}
      </p>
    </section>
  )
}

/** Something for every column, to show a link by. */
const exampleOf = (all: ReturnType<typeof sheetColumns>): Record<string, string> =>
  Object.fromEntries(all.filter(({ tells }) => tells === 'about').map(({ name, label }) => [name, label]))

interface FieldProps {
  label: string
  value: string
  mono?: boolean
  onChange: (text: string) => void
}

const Field = ({ label, value, mono, onChange }: FieldProps): ReactNode => (
  <label className="block">
    <span className="text-soft">{label}</span>
    <input
      className={`box mt-1 ${mono ? 'name' : ''}`}
      spellCheck={!mono}
      value={value}
      onChange={({ target }) => onChange(target.value)}
    />
  </label>
)

/** The file, with codes that work: whoever has it can open the form as everybody in it. */
function TakeSheet({ id, isKept }: { id: string; isKept: boolean }) {
  const inHere = useWithin()
  const { busy, run } = useRun()
  if (!isKept) return <span className="text-soft">Once it is kept, it can be taken along.</span>
  const mail = async () => {
    const mailed = await run(() => trySheetAction({ id }))
    if (mailed) toast(`${counted(mailed.links, 'link')} went to ${mailed.to}`)
  }
  return (
    <>
      <span className="flex gap-2">
        Take it along as
        {FORMATS.map(([format, words]) => (
          <a
            key={format}
            className="text-teal underline"
            href={inHere(`/exports/links?${new URLSearchParams({ id, format })}`)}
            download
          >
            {words}
          </a>
        ))}
      </span>
      <Button disabled={busy} onClick={() => void mail()}>
        Mail me five of them
      </Button>
    </>
  )
}

const FORMATS = [
  ['csv', 'CSV'],
  ['xlsx', 'XLSX'],
  ['jsonl', 'JSON Lines'],
] as const
