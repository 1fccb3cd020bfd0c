'use client'

import { useMemo } from 'react'
import type { Form } from '@/core/form/definition'
import { formFromText } from '@/core/form/from_text'
import { callStep } from '@/core/form/steps'
import { KindMark } from '../compose/kindMark'
import { useWithin } from '../ui/here'
import type { Start } from './beginning'

interface Props {
  start: Start
  text: string
  onText: (text: string) => void
  file: Form | null
}

const EXAMPLE = `# About your kiln
What do you fire? *
  Stoneware
  Porcelain
How hot, in °C?

# You
Your name *
Your email *`

/** What a start is: the page as visitors would meet it, or what was read of a text. */
export function StartSight({ start, text, onText, file }: Props) {
  const inHere = useWithin()
  return (
    <div className="flex min-w-0 flex-col gap-2 bg-sunk px-4 py-3 max-[899px]:border-t max-[899px]:border-rule min-[900px]:border-l min-[900px]:border-rule">
      {start.with === 'form' && (
        <>
          <p className="text-center text-soft">as visitors meet it, in its own look</p>
          <div className="relative mx-auto min-h-[520px] w-full max-w-[560px] flex-1 overflow-hidden rounded-lg border border-rule bg-white">
            <iframe
              key={start.slug}
              title={`${start.name}, as visitors meet it`}
              src={inHere(`/preview/${start.slug}`)}
              className="absolute inset-0 h-[calc(100%/0.8)] w-[calc(100%/0.8)] origin-top-left scale-80"
            />
          </div>
        </>
      )}
      {start.with === 'nothing' && (
        <div className="mx-auto mt-6 max-w-[420px] space-y-2 text-soft">
          <p>
            A blank form asks for an <strong className="text-ink">email</strong>, which lands in the contact, and tells
            you what came in by mail. It can be released as it is.
          </p>
          <p>In Compose, type a question at the foot and press Enter; paste a list to add many.</p>
        </div>
      )}
      {start.with === 'text' && (
        <>
          <label htmlFor="begin-text" className="text-soft">
            One question in a line. A line with # before it is a step, indented lines are choices, * says that it must
            be answered.
          </label>
          <textarea
            id="begin-text"
            className="box min-h-56"
            rows={12}
            placeholder={EXAMPLE}
            value={text}
            onChange={(event) => onText(event.target.value)}
          />
          <Read form={text.trim() === '' ? null : text} />
        </>
      )}
      {start.with === 'file' && (file ? <Asked form={file} /> : <p className="text-soft">Choose a definition.</p>)}
    </div>
  )
}

function Read({ form: text }: { form: string | null }) {
  const form = useMemo(() => (text === null ? null : formFromText('Form', text)), [text])
  return form && <Asked form={form} />
}

/** The questions of a form, each with the kind it is of. */
const Asked = ({ form }: { form: Form }) => (
  <section aria-label="What it asks" className="rounded-md border border-rule bg-white px-3 py-2">
    {form.steps.map((step) => (
      <div key={step.name} className="py-1">
        <p className="font-semibold">
          <bdi className="wrap-anywhere">{callStep(form.steps, step)}</bdi>
        </p>
        {step.questions.map(({ name, label, kind, required }) => (
          <p key={name} className="flex min-w-0 items-baseline gap-2">
            <KindMark kind={kind} />
            <bdi className="min-w-0 wrap-anywhere">{label}</bdi>
            {required && <span className="text-red">*</span>}
            <span className="ml-auto shrink-0 text-soft">{kind.replaceAll('_', ' ')}</span>
          </p>
        ))}
      </div>
    ))}
  </section>
)
