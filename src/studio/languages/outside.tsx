'use client'

import { useRef } from 'react'
import { type Incoming, takeTranslations, translationSheet } from '@/core/form/translation_sheet'
import { writeXliff } from '@/core/formats/xliff'
import { nameInEnglish } from '@/core/language/languages'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { toast } from '../ui/toast'
import { readTranslations, writeCsv } from './files'
import { isolated } from '@/core/formats/direction'

/** A language’s texts as files for whoever translates them. */
export function TakeAlong({ tag }: { tag: string }) {
  const { form, facts } = useDraft((state) => state)
  const rows = translationSheet(form)
  const [from = 'en'] = form.languages
  const units = rows.map(({ key, source, cells }) => ({
    key,
    source,
    target: cells[tag]?.text ?? '',
    older: cells[tag]?.state === 'older',
  }))
  const name = nameInEnglish(tag)
  const link = (words: string, ending: string, type: string, text: string) => (
    <a
      className="text-teal underline"
      download={`${facts.slug}-${tag}.${ending}`}
      href={`data:${type};charset=utf-8,${encodeURIComponent(text)}`}
      aria-label={`Take ${name} along as ${words}`}
    >
      {words}
    </a>
  )
  return (
    <span className="flex gap-2 font-normal">
      {link('CSV', 'csv', 'text/csv', writeCsv(from, tag, units))}
      {link('XLIFF', 'xlf', 'application/xliff+xml', writeXliff(facts.slug, from, tag, units))}
    </span>
  )
}

/** Takes in a file that a translator has filled in. */
export function BringIn({ tag }: { tag: string }) {
  const { form, edit, undo } = useDraft((state) => state)
  const chooser = useRef<HTMLInputElement>(null)
  const name = nameInEnglish(tag)
  const take = async (file: File | undefined) => {
    if (!file) return
    let incoming: Incoming[]
    try {
      incoming = readTranslations(await file.text(), tag)
    } catch (error) {
      return toast(`${isolated(file.name)} cannot be read: ${error instanceof Error ? error.message : String(error)}`)
    }
    const { form: next, taken, strange } = takeTranslations(form, tag, incoming)
    if (taken > 0) edit(() => next)
    const also = strange > 0 ? `; of no wording here: ${strange}` : ''
    toast(`New in ${name}: ${taken} of ${incoming.length} texts${also}`, {
      action: taken > 0 ? { label: 'Undo', onClick: undo } : null,
    })
  }
  return (
    <>
      <input
        ref={chooser}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label={`A file with ${name}`}
        accept=".csv,.xlf,.xliff"
        onChange={(event) => {
          void take(event.target.files?.[0])
          event.target.value = ''
        }}
      />
      <Button look="quiet" aria-label={`Bring ${name} in from a file`} onClick={() => chooser.current?.click()}>
        Bring in
      </Button>
    </>
  )
}
