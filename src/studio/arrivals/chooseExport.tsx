'use client'

import { useSearchParams } from 'next/navigation'
import { useState } from 'react'
import { Button } from '../ui/button'
import { Dialog } from '../ui/dialog'
import { ExportFormats } from '../ui/exports'
import { Tick } from '../ui/field'
import { toast } from '../ui/toast'
import { type ExportColumns, readExportColumnsAction } from './actions'

/** What somebody wants of an export. */
interface Wish {
  rows: 'submissions' | 'values'
  words: 'names' | 'labels'
  /** Columns that are left out: what a form asks later is in. */
  without: string[]
}

const USUAL: Wish = { rows: 'submissions', words: 'names', without: [] }

/** Where the last wish for a form is kept, in this browser. */
const placeOf = (form: string): string => `lichen export ${form}`

function lastWish(form: string): Wish {
  try {
    return { ...USUAL, ...(JSON.parse(localStorage.getItem(placeOf(form)) ?? '{}') as Partial<Wish>) }
  } catch {
    return USUAL
  }
}

/** Takes submissions along otherwise than usual: which columns, in which words, a row for what. */
export function ChooseExport({ filters }: { filters: readonly string[] }) {
  const form = useSearchParams().get('form') ?? ''
  const [columns, setColumns] = useState<ExportColumns | null>(null)
  const [wish, setWish] = useState(USUAL)
  const open = async () => {
    const read = await readExportColumnsAction(form ? { form } : {}).catch(() => null)
    if (!read?.ok) return toast(read?.message ?? 'Lichen cannot be reached. Try again in a moment.')
    setWish(lastWish(form))
    setColumns(read.value)
  }
  const change = (more: Partial<Wish>) => {
    const next = { ...wish, ...more }
    setWish(next)
    try {
      localStorage.setItem(placeOf(form), JSON.stringify(next))
    } catch {
      // A browser that keeps nothing forgets what was wished.
    }
  }
  return (
    <>
      <Button look="quiet" onClick={() => void open()}>
        Choose…
      </Button>
      <Dialog open={columns !== null} onOpenChange={() => setColumns(null)} title="Take along">
        {columns && <Wishes {...{ columns, wish, filters, change }} />}
      </Dialog>
    </>
  )
}

interface WishesProps {
  columns: ExportColumns
  wish: Wish
  filters: readonly string[]
  change: (more: Partial<Wish>) => void
}

function Wishes({ columns, wish, filters, change }: WishesProps) {
  const all = [...columns.about, ...columns.values]
  const chosen = all.filter(({ name }) => !wish.without.includes(name))
  const more: [string, string][] = [
    ['rows', wish.rows],
    ['words', wish.words],
    ...(chosen.length < all.length ? [['columns', chosen.map(({ name }) => name).join(',')] as [string, string]] : []),
  ]
  return (
    <div className="space-y-3">
      <OneOf
        title="A row for"
        value={wish.rows}
        options={[
          ['submissions', 'each submission'],
          ['values', 'each answer, one below the other'],
        ]}
        onChoose={(rows) => change({ rows })}
      />
      <OneOf
        title="Heads and choices"
        value={wish.words}
        options={[
          ['names', 'by the names that programs know'],
          ['labels', 'as people read them'],
        ]}
        onChoose={(words) => change({ words })}
      />
      <fieldset>
        <legend className="mb-1 font-semibold">
          Columns <span className="font-normal text-soft">{`${chosen.length} of ${all.length}`}</span>
        </legend>
        <div className="max-h-[34vh] columns-2 gap-4 overflow-auto rounded-md border border-rule bg-white p-2 max-[600px]:columns-1">
          {all.map(({ name, label }, n) => (
            <div key={`${n} ${name}`} className="break-inside-avoid wrap-anywhere">
              <Tick
                label={wish.words === 'labels' ? label : <span className="name">{name}</span>}
                on={!wish.without.includes(name)}
                onCommit={(on) =>
                  change({ without: on ? wish.without.filter((one) => one !== name) : [...wish.without, name] })
                }
              />
            </div>
          ))}
        </div>
        <p className="mt-1 flex gap-2">
          <Button look="quiet" onClick={() => change({ without: [] })}>
            All
          </Button>
          <Button look="quiet" onClick={() => change({ without: all.map(({ name }) => name) })}>
            None
          </Button>
        </p>
      </fieldset>
      {chosen.length > 0 ? (
        <p className="flex flex-wrap items-center gap-3">
          As
          <ExportFormats
            of="submissions"
            filters={filters}
            more={more}
            className="rounded-md border border-edge bg-white px-2.5 py-1 hover:bg-panel"
          />
        </p>
      ) : (
        <p className="text-soft">Choose at least one column.</p>
      )}
    </div>
  )
}

interface OneOfProps<T extends string> {
  title: string
  value: T
  options: readonly (readonly [T, string])[]
  onChoose: (value: T) => void
}

const OneOf = <T extends string>({ title, value, options, onChoose }: OneOfProps<T>) => (
  <fieldset>
    <legend className="mb-1 font-semibold">{title}</legend>
    <div className="flex flex-wrap gap-x-4 gap-y-1">
      {options.map(([one, words]) => (
        <label key={one} className="flex items-center gap-1.5">
          <input
            type="radio"
            name={title}
            className="accent-moss"
            checked={value === one}
            onChange={() => onChoose(one)}
          />
          {words}
        </label>
      ))}
    </div>
  </fieldset>
)
