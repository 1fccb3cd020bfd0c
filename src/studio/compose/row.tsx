'use client'

import { rulesOf } from '@/core/kinds/registry'
import { showAnswer } from '@/core/form/show'
import type { CarriedValue, Landing, Question, Step } from '@/core/form/definition'
import { describeFill, describeRule } from '@/core/form/describe'
import { updateStep } from '@/core/form/edits'
import { valuesBeforeStep } from '@/core/form/values'
import { usesOf } from '@/core/form/uses'
import { describeCondition, tellCondition } from '@/core/logic/describe'
import { vocabularyOf } from '@/core/form/vocabulary'
import { isClaim } from '@/core/origins/origin'
import { type Fill, sourceOf } from '@/core/origins/registry'
import { findField, RECORD_WORDS } from '@/core/fields/field'
import { useDraft } from '../draft/context'
import { Bar } from '../ui/bar'
import { Chip } from '../ui/chip'
import { TextField } from '../ui/field'
import { tellTurn } from './band'
import { ConditionEditor } from './condition'
import { CarriedDrawer, QuestionDrawer } from './drawer'
import { Handle, useDrop } from './dragging'
import { CarriedMark, KindMark } from './kindMark'
import { RowTools } from './rowTools'
import { ShownAs } from './shownAs'

interface RowProps {
  open: boolean
  onToggle: () => void
  onRenamed: (name: string) => void
}

/** The button a row is held by: keys work while it has the focus. */
const head = (key: string, open: boolean, onToggle: () => void) => ({
  type: 'button' as const,
  'data-row': key,
  'aria-expanded': open,
  onClick: onToggle,
  className: 'flex w-full items-center gap-2 truncate rounded-sm text-left',
})

const openRow = 'bg-lit [&>td]:border-b-0 [&>td:first-child]:shadow-[inset_3px_0_0_var(--color-moss)]'

export function QuestionRow({
  question,
  number,
  open,
  onToggle,
  onRenamed,
}: RowProps & { question: Question; number: number }) {
  const form = useDraft((state) => state.form)
  const condition = describeCondition(vocabularyOf(form), question.shownWhen)
  const drop = useDrop(question.name)
  const hasDefault = question.default !== null
  return (
    <>
      <tr ref={drop.ref} className={`${open ? openRow : 'hover:bg-lit'} ${drop.line}`}>
        <td
          className={`text-right whitespace-nowrap text-soft ${question.turn && !open ? 'shadow-[inset_3px_0_0_var(--color-teal)]' : ''}`}
        >
          <Handle of={question.name} />
          {number}
        </td>
        <td>
          <button {...head(question.name, open, onToggle)}>
            <KindMark kind={question.kind} />
            <span className={`truncate ${open ? 'font-semibold' : ''} ${question.off ? 'text-soft line-through' : ''}`}>
              {question.label}
            </span>
            {question.off && <Chip>off</Chip>}
          </button>
        </td>
        <td className="truncate">
          {question.turn && <Chip tone="teal">{tellTurn(question.turn)}</Chip>}
          <Fills fill={question.fill} />
          {hasDefault && <span className="text-soft"> starts as {showAnswer(question, question.default)}</span>}
          {question.fill.length === 0 && !hasDefault && !question.turn && <span className="text-soft">—</span>}
        </td>
        <td>
          {question.shownWhen ? (
            <Chip tone="amber" title={condition}>
              {tellCondition(vocabularyOf(form), question.shownWhen)}
            </Chip>
          ) : (
            <span className="text-soft">{question.turn ? 'in turn' : 'always'}</span>
          )}
        </td>
        <td className={`truncate ${question.required ? '' : 'text-soft'}`} title={describeRule(question)}>
          {describeRule(question)}
        </td>
        <td className="truncate">
          {rulesOf(question).asks !== false && <LandsIn name={question.name} lands={question.lands} />}
        </td>
        <td>
          <UsedBy name={question.name} />
        </td>
      </tr>
      {open && (
        <DrawerRow name={question.name}>
          <RowTools of={question.name} title={question.label} off={question.off} can={['move', 'duplicate']} />
          <QuestionDrawer question={question} onRenamed={onRenamed} />
        </DrawerRow>
      )}
    </>
  )
}

/** Where a value is filled from, in order; what anybody could have written is told from what is known. */
function Fills({ fill }: { fill: readonly Fill[] }) {
  const resources = useDraft((state) => state.resources)
  return fill.map((source, index) => {
    const words = describeFill(source, resources)
    const claim = isClaim(sourceOf(source).origin)
    return (
      <Chip
        key={index}
        tone={claim ? 'plain' : 'teal'}
        {...(claim ? { title: `${words}: a claim, anybody can write it` } : {})}
      >
        {words}
      </Chip>
    )
  })
}

export function CarriedRow({
  carried,
  letter,
  open,
  onToggle,
  onRenamed,
}: RowProps & { carried: CarriedValue; letter: string }) {
  const drop = useDrop(carried.name)
  return (
    <>
      <tr ref={drop.ref} className={`${open ? openRow : 'hover:bg-lit'} ${drop.line}`}>
        <td className="text-right whitespace-nowrap text-soft">
          <Handle of={carried.name} />
          {letter}
        </td>
        <td>
          <button {...head(carried.name, open, onToggle)}>
            <CarriedMark />
            <span className="name truncate">{carried.name}</span>
            <span className="truncate text-soft">{carried.label}</span>
          </button>
        </td>
        <td className="truncate">
          {carried.fill.length === 0 && <span className="text-soft">—</span>}
          <Fills fill={carried.fill} />
        </td>
        <td />
        <td className="text-soft">text</td>
        <td className="truncate">
          <LandsIn name={carried.name} lands={carried.lands} />
        </td>
        <td>
          <UsedBy name={carried.name} />
        </td>
      </tr>
      {open && (
        <DrawerRow name={carried.name}>
          <RowTools of={carried.name} title={carried.label} can={[]} />
          <CarriedDrawer carried={carried} onRenamed={onRenamed} />
        </DrawerRow>
      )}
    </>
  )
}

interface StepProps extends RowProps {
  step: Step
  number: number
  reached: { reached: number; left: number } | undefined
  arrived: number
}

/** A band with the step's title and, once visitors came, how many of them it loses. */
export function StepRow({ step, number, open, onToggle, reached, arrived }: StepProps) {
  const form = useDraft((state) => state.form)
  const edit = useDraft((state) => state.edit)
  const { name, shownWhen } = step
  const drop = useDrop(`step:${name}`)
  const condition = describeCondition(vocabularyOf(form), shownWhen)
  return (
    <tr ref={drop.ref} className={drop.line}>
      <td className="bg-panel">
        <Handle of={`step:${step.name}`} />
      </td>
      <td colSpan={6} className="bg-panel">
        <div className="flex items-center gap-3">
          <button {...head(`step:${step.name}`, open, onToggle)} className="rounded-sm font-semibold">
            Step {number}
            {step.title && ` · ${step.title}`}
          </button>
          {open && (
            <TextField
              hideLabel
              label={`Title of step ${number}`}
              value={step.title}
              placeholder="No heading"
              onCommit={(title) => edit((one) => updateStep(one, name, { title }), `${name}.title`)}
            />
          )}
          {open && <RowTools of={`step:${name}`} title={`step ${number}`} can={['move']} />}
          {shownWhen && !open && (
            <Chip tone="amber" title={condition}>
              {tellCondition(vocabularyOf(form), shownWhen)}
            </Chip>
          )}
          {reached && reached.reached > 0 && (
            <span className="ml-auto text-soft" title="In the last 30 days">
              {reached.reached} arrive
              <span className="mx-1.5 inline-block w-20 align-middle">
                <Bar
                  className="h-[7px] bg-sunk"
                  stretches={[{ from: 0, to: reached.reached / Math.max(1, arrived), look: 'moves on' }]}
                />
              </span>
              {reached.left} leave here
            </span>
          )}
        </div>
        {open && (
          <div className="mt-1.5 grid grid-cols-[112px_minmax(0,1fr)_104px_minmax(0,1fr)] items-center gap-x-3 gap-y-2 pb-1">
            <ShownAs
              called={step.title}
              value={step.shownAs}
              values={valuesBeforeStep(form, name)}
              onCommit={(shownAs) => edit((one) => updateStep(one, name, { shownAs }), `${name}.shownAs`)}
            />
            <span className="self-start pt-1 text-soft">Shown when</span>
            <div className="col-span-3">
              <ConditionEditor
                vocabulary={vocabularyOf(form, valuesBeforeStep(form, name))}
                condition={shownWhen}
                always="always"
                onChange={(next) => edit((one) => updateStep(one, name, { shownWhen: next }), `${name}.shownWhen`)}
              />
            </div>
          </div>
        )}
      </td>
    </tr>
  )
}

const DrawerRow = ({ name, children }: { name: string; children: React.ReactNode }) => (
  <tr className="bg-lit">
    <td className="shadow-[inset_3px_0_0_var(--color-moss)]" />
    <td colSpan={6} className="pb-3!" data-drawer={name}>
      {children}
    </td>
  </tr>
)

const RULE_WORDS: Record<Landing['ifFilled'], string> = {
  replace: 'replaces',
  keep: 'keeps',
  add: 'adds to',
  larger: 'if larger, replaces',
  earlier: 'if earlier, replaces',
}

function LandsIn({ name, lands }: { name: string; lands: Question['lands'] }) {
  const { resources, form } = useDraft((state) => state)
  const join = form.joins.find(({ consent }) => consent === name)
  const list = resources.lists.find((one) => one.name === join?.list)
  if (lands.length === 0 && !join) return <Chip>stays here</Chip>
  return (
    <>
      {lands.map(({ record, field, ifFilled }) => {
        const known = findField(resources.fields, record, field)
        return (
          <Chip
            key={`${record}.${field}`}
            tone={known ? 'moss' : 'red'}
            title={`${RECORD_WORDS[record]} · ${known?.label ?? field}: ${RULE_WORDS[ifFilled]} what is there`}
          >
            {`${known?.label ?? field} · ${RECORD_WORDS[record].toLowerCase()}`}
          </Chip>
        )
      })}
      {join && <Chip tone={list ? 'moss' : 'red'}>{`${list?.title ?? join.list} · list`}</Chip>}
    </>
  )
}

function UsedBy({ name }: { name: string }) {
  const form = useDraft((state) => state.form)
  const uses = usesOf(form, name)
  if (uses.length === 0) return <span className="text-soft">—</span>
  return (
    <Chip tone="plum" title={uses.join('\n')}>
      {uses.length === 1 ? uses[0] : `${uses.length} uses`}
    </Chip>
  )
}
