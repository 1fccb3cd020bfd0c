'use client'

import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { type Answer, type Answers, sameAnswer, valueIn } from '@/core/answers/answer'
import type { Form } from '@/core/form/definition'
import { answeredByHand } from '@/core/form/values'
import { mannerOf } from '@/core/kinds/registry'
import { AnswerField } from '../kinds/answerField'
import { useChange } from '../people/useChange'
import { Button } from '../ui/button'
import { useSettled } from '../ui/field'
import { useMay } from '../ui/here'
import { correctAnswersAction, planCorrectionAction, type PlannedCorrection } from './actions'
import { Difference } from './difference'

interface Props {
  id: string
  form: Form
  values: Answers
}

/** Corrects answers of a submission: shows what that comes to, and does what is wanted of it. */
export function Correct({ id, form, values }: Props) {
  const [open, setOpen] = useState(false)
  if (!useMay('answer')) return null
  return open ? (
    <Correcting {...{ id, form, values }} onClose={() => setOpen(false)} />
  ) : (
    <Button onClick={() => setOpen(true)}>Correct the answers…</Button>
  )
}

function Correcting({ id, form, values, onClose }: Props & { onClose: () => void }) {
  const router = useRouter()
  const { busy, change } = useChange()
  const [given, setGiven] = useState<Answers>({})
  const [unwanted, setUnwanted] = useState<ReadonlySet<string>>(new Set())
  const [wanted, setWanted] = useState<ReadonlySet<string>>(new Set())
  const changed = Object.fromEntries(
    Object.entries(given).filter(([name, answer]) => !sameAnswer(answer, valueIn(values, name) ?? null)),
  )
  const planned = usePlanned(id, changed)
  const isCorrected = Object.keys(changed).length > 0
  const isWanted = (key: string, usual: boolean) => (usual ? !unwanted.has(key) : wanted.has(key))
  const choose = (key: string, usual: boolean, on: boolean) => {
    const [set, has] = usual ? ([setUnwanted, !on] as const) : ([setWanted, on] as const)
    set((before) => (has ? new Set([...before, key]) : new Set([...before].filter((one) => one !== key))))
  }

  const correct = async () => {
    if (!planned) return
    const did = await change('The answers are corrected', () =>
      correctAnswersAction({
        id,
        values: changed,
        records: isWanted('records', true),
        send: planned.offers.filter(({ key, is }) => isWanted(`send ${key}`, is === 'new')).map(({ key }) => key),
        stop: planned.stops.filter((one) => isWanted(`stop ${one.id}`, true)).map((one) => one.id),
      }),
    )
    if (!did) return
    onClose()
    router.refresh()
  }

  return (
    <section aria-label="Correct the answers" className="mt-3 rounded-md border border-rule bg-panel px-3 py-2">
      <h2 className="mb-2">
        Correct the answers <span className="font-normal text-soft">— what was sent is kept beside them</span>
      </h2>
      <div className="grid grid-cols-[minmax(90px,30%)_minmax(0,1fr)] items-center gap-2">
        {correctable(form).map(({ name, label }) => (
          <AnswerField
            key={name}
            form={form}
            path={name}
            label={label}
            nothing="—"
            value={valueIn({ ...values, ...given }, name) ?? null}
            onChange={(answer: Answer) => setGiven((before) => ({ ...before, [name]: answer }))}
          />
        ))}
      </div>
      {isCorrected && (
        <Difference planned={planned} labelOf={(name) => labelIn(form, name)} isWanted={isWanted} onChoose={choose} />
      )}
      <p className="mt-3 flex gap-2">
        <Button
          look="main"
          disabled={busy || !isCorrected || planned === null || planned.errors.length > 0}
          onClick={() => void correct()}
        >
          Correct them
        </Button>
        <Button look="quiet" onClick={onClose}>
          Leave them
        </Button>
      </p>
    </section>
  )
}

/** What can be written anew: a file is what somebody sent. */
const correctable = (form: Form) => answeredByHand(form).filter((question) => !mannerOf(question).files)

const labelIn = (form: Form, name: string): string =>
  answeredByHand(form).find((question) => question.name === name)?.label ?? name

/** What these answers would come to, once whoever writes them pauses; `null` until it is known. */
function usePlanned(id: string, values: Answers): PlannedCorrection | null {
  const settled = useSettled(JSON.stringify(values), 300)
  const [planned, setPlanned] = useState<{ of: string; is: PlannedCorrection } | null>(null)
  useEffect(() => {
    if (settled === '{}') return
    let stale = false
    planCorrectionAction({ id, values: JSON.parse(settled) as Answers })
      .then((result) => !stale && result.ok && setPlanned({ of: settled, is: result.value }))
      .catch(() => undefined)
    return () => {
      stale = true
    }
  }, [id, settled])
  return planned?.of === JSON.stringify(values) ? planned.is : null
}
