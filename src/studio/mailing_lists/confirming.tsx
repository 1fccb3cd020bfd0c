'use client'

import { useState } from 'react'
import { askToConfirm, findUnfitText, tellAsked, tellConfirmed } from '@/core/dispatch/ask_to_confirm'
import { LANGUAGES, nameInEnglish, speak } from '@/core/language/languages'
import { ANSWERED_WITHIN } from '@/core/records/consent'
import { LIST_MERGE_FIELDS, type ListWords } from '@/core/records/list_words'
import type { ListInfo } from '@/core/records/record'
import { ChoiceField, TextField, Tick } from '../ui/field'
import { useMay } from '../ui/here'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { setConfirmingAction } from './actions'

const BLANK: ListWords = { subject: '', body: '', page: '', thanks: '' }

const TOLD = { lists: 'Lists that are joined', from: 'The workspace', address: 'Their address' }

const MERGES = LIST_MERGE_FIELDS.map((path) => ({ path, label: TOLD[path] }))

/** Where the mail leads to, as it is told before there is one. */
const ADDRESS = 'https://…/m/join/…'

interface Props {
  list: Pick<ListInfo, 'name' | 'title' | 'confirm'>
  /** What the workspace is called, from which the mail comes. */
  from: string
}

/** Whether a list is joined only once that is confirmed by mail, and in which words the mail asks. */
export function Confirming({ list, from }: Props) {
  const { name } = list
  const [confirm, setConfirm] = useState(list.confirm)
  const [tag, setTag] = useState('en')
  const { run } = useRun()
  const mayEdit = useMay('edit')
  /** Shows it at once, and what it was where it could not be kept. */
  const keep = async (next: ListInfo['confirm']) => {
    setConfirm(next)
    const done = await run(() => setConfirmingAction({ name, confirm: next ?? null }))
    if (!done) setConfirm(confirm)
    return done
  }
  const turnOff = async () => {
    const done = await keep(null)
    if (done) toast('A consent is enough from now on', { action: { label: 'Undo', onClick: () => void keep(confirm) } })
  }
  const words = confirm?.[tag] ?? BLANK
  const change = (part: Partial<ListWords>) => void keep({ ...confirm, [tag]: { ...words, ...part } })
  return (
    <section aria-label="Confirmed by mail">
      <h2 className="mb-1.5">Confirmed by mail</h2>
      <fieldset disabled={!mayEdit}>
        <Tick
          label="Whoever ticks the consent is on it once they confirm that by a mail"
          on={Boolean(confirm)}
          onCommit={(on) => void (on ? keep({}) : turnOff())}
        />
        {confirm && (
          <div className="mt-2 grid grid-cols-[7rem_minmax(0,1fr)] items-center gap-2">
            <ChoiceField
              label="Language"
              value={tag}
              options={LANGUAGES.map((one) => [
                one.tag,
                `${nameInEnglish(one.tag)}${confirm[one.tag] ? ', your words' : ''}`,
              ])}
              onCommit={setTag}
            />
            <Words key={tag} {...{ list, from, tag, words }} onChange={change} />
          </div>
        )}
      </fieldset>
      {confirm && (
        <p className="mt-2 text-soft">
          The mail can be answered for {ANSWERED_WITHIN} days. Nothing is asked of whoever comes by their personal link,
          or in a browser that remembers them: that shows whose address it is.
        </p>
      )}
    </section>
  )
}

interface WordsProps extends Props {
  tag: string
  words: ListWords
  onChange: (part: Partial<ListWords>) => void
}

/** The words in one language, with ours where there are none, and the mail as it arrives. */
function Words({ list, from, tag, words, onChange }: WordsProps) {
  const speech = speak(tag)
  const asking = (confirm: ListInfo['confirm']) => ({
    lists: [{ ...list, confirm }],
    email: 'ada@bellows.example',
    from: { name: from, mailDomain: '' },
    speech,
  })
  const ours = askToConfirm(asking({}), '')
  const arrives = askToConfirm(asking({ [tag]: words }), '')
  const shared = { check: findUnfitText, merges: MERGES, when: 'leaving' } as const
  return (
    <>
      <TextField
        label="Subject"
        value={words.subject}
        placeholder={ours.subject}
        onCommit={(subject) => onChange({ subject: subject.slice(0, 200) })}
        {...shared}
      />
      <TextField
        label="Text"
        rows={5}
        value={words.body}
        placeholder={ours.text}
        onCommit={(body) => onChange({ body })}
        {...shared}
      />
      <TextField
        label="On the page"
        rows={2}
        value={words.page}
        placeholder={tellAsked(asking({}))}
        onCommit={(page) => onChange({ page })}
        {...shared}
      />
      <TextField
        label="Read after"
        rows={2}
        value={words.thanks}
        placeholder={tellConfirmed(asking({}))}
        onCommit={(thanks) => onChange({ thanks })}
        {...shared}
      />
      <span className="self-start text-soft">As it arrives</span>
      <div lang={tag} dir="auto" className="min-w-0 rounded-md bg-panel px-3 py-2">
        <p className="font-semibold">{arrives.subject}</p>
        <p className="mt-1.5 break-words whitespace-pre-wrap">{arrives.text}</p>
        <p className="mt-1.5 break-words">
          {arrives.join} <span className="text-soft">{ADDRESS}</span>
        </p>
      </div>
    </>
  )
}
