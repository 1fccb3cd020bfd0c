'use client'

import { useState } from 'react'
import { countCells, type SheetCell, type SheetRow, translationSheet } from '@/core/form/translation_sheet'
import { setTranslations } from '@/core/form/translation_edits'
import { LANGUAGES, languageOf, nameInEnglish } from '@/core/language/languages'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Empty } from '../ui/empty'
import { ChoiceField, TextField } from '../ui/field'
import { useFilters } from '../ui/list_frame'
import { toast } from '../ui/toast'
import { BringIn, TakeAlong } from './outside'
import { placeInWords } from './place'

const SHOWN = [
  ['', 'every wording'],
  ['missing', 'what is missing'],
  ['older', 'what is older than its source'],
] as const

/** A row that was filled in stays in sight until the filter is chosen anew: nobody loses what they are writing. */
function useShown(rows: readonly SheetRow[], state: string): SheetRow[] {
  const fits = ({ cells }: SheetRow) => state === '' || Object.values(cells).some((cell) => cell.state === state)
  const [kept, setKept] = useState({ state, keys: new Set(rows.filter(fits).map(({ key }) => key)) })
  if (kept.state !== state) setKept({ state, keys: new Set(rows.filter(fits).map(({ key }) => key)) })
  return rows.filter((row) => fits(row) || kept.keys.has(row.key))
}

/** The translation sheet: a row for each wording that visitors read, a column for each language. */
export function Languages() {
  const { form, edit, undo } = useDraft((state) => state)
  const filters = useFilters()
  const rows = translationSheet(form)
  const shown = useShown(rows, filters.get('show'))
  const [first = 'en', ...others] = form.languages
  const left = LANGUAGES.filter(({ tag }) => !(form.languages as readonly string[]).includes(tag))
  const setLanguages = (languages: readonly string[]) =>
    edit((one) => ({ ...one, languages: [...languages] as typeof one.languages }))
  const remove = (tag: string) => {
    setLanguages(form.languages.filter((one) => one !== tag))
    toast(`${nameInEnglish(tag)} is no longer offered; its translations are kept`, {
      action: { label: 'Undo', onClick: undo },
    })
  }
  return (
    <div className="min-h-0 flex-1 overflow-auto border-r border-rule px-3 py-2.5">
      <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-2">
        <ChoiceField
          label="Written in"
          className="max-w-44"
          value={first}
          options={[languageOf(first), ...left].map(({ tag }) => [tag, nameInEnglish(tag)])}
          onCommit={(tag) => setLanguages([tag, ...others])}
        />
        {left.length > 0 && (
          <ChoiceField
            hideLabel
            label="Add a language"
            className="max-w-44"
            value=""
            options={[['', 'Add a language…'], ...left.map(({ tag }) => [tag, nameInEnglish(tag)] as const)]}
            onCommit={(tag) => tag && setLanguages([...form.languages, tag])}
          />
        )}
        {others.length > 0 && (
          <ChoiceField
            label="Show"
            className="max-w-64"
            value={filters.get('show')}
            options={SHOWN}
            onCommit={(show) => filters.set({ show })}
          />
        )}
      </div>
      {others.length === 0 ? (
        <Empty title="One language">
          Visitors read this form in {nameInEnglish(first)}. Add another, and every wording has a cell for it here.
        </Empty>
      ) : (
        <table className="sheet" aria-label="Translations">
          <thead>
            <tr>
              <th className="w-[28%]">{nameInEnglish(first)}</th>
              {others.map((tag) => (
                <th key={tag} className="align-top!">
                  <LanguageHead tag={tag} rows={rows} onRemove={() => remove(tag)} />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.map((row) => (
              <tr key={row.key}>
                <th scope="row" className="align-top! text-[13px]! font-normal! whitespace-normal! text-ink!">
                  <span className="block whitespace-pre-wrap">{row.source}</span>
                  <span className="text-soft">{placeInWords(form, row.key)}</span>
                </th>
                {others.map((tag) => (
                  <td key={tag} className="align-top!" lang={tag} dir={languageOf(tag).direction}>
                    <Cell row={row} tag={tag} />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {others.length > 0 && shown.length === 0 && (
        <Empty title="Nothing to do here">Every wording is up to date.</Empty>
      )}
    </div>
  )
}

const MISSING: SheetCell = { text: '', state: 'missing' }

/** One wording in one language, with how it stands to its source. */
function Cell({ row: { key, source, cells }, tag }: { row: SheetRow; tag: string }) {
  const edit = useDraft((state) => state.edit)
  const { text, state } = cells[tag] ?? MISSING
  const set = (next: string) => edit((one) => setTranslations(one, tag, { [key]: next }), `translation ${tag} ${key}`)
  return (
    <>
      <TextField
        hideLabel
        label={`${source} in ${nameInEnglish(tag)}`}
        value={text}
        rows={Math.min(6, Math.ceil(Math.max(source.length, text.length) / 44) + (source.match(/\n/g)?.length ?? 0))}
        onCommit={set}
      />
      {state === 'missing' && <Chip tone="amber">missing</Chip>}
      {state === 'older' && (
        <span dir="ltr" className="flex items-center gap-2">
          <Chip tone="amber">older than its source</Chip>
          <Button look="quiet" aria-label={`Still right: ${source} in ${nameInEnglish(tag)}`} onClick={() => set(text)}>
            Still right
          </Button>
        </span>
      )}
    </>
  )
}

/** A language with what is left to do in it, and the ways out and in. */
function LanguageHead({ tag, rows, onRemove }: { tag: string; rows: readonly SheetRow[]; onRemove: () => void }) {
  const [missing, older] = [countCells(rows, tag, 'missing'), countCells(rows, tag, 'older')]
  const left = [missing > 0 ? `${missing} missing` : '', older > 0 ? `${older} older` : ''].filter(Boolean).join(', ')
  return (
    <span className="flex flex-wrap items-center gap-x-2 gap-y-1">
      {nameInEnglish(tag)}
      <span className="font-normal text-soft">{left || 'all there'}</span>
      <TakeAlong tag={tag} />
      <BringIn tag={tag} />
      <Button look="quiet" aria-label={`Remove ${nameInEnglish(tag)}`} onClick={onRemove}>
        Remove
      </Button>
    </span>
  )
}
