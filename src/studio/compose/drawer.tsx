'use client'

import type { ReactNode } from 'react'
import { createStore, useStore } from 'zustand'
import { type Width, WIDTHS } from '@/core/answers/kind'
import { isAnswered, KIND_NAMES, mannerOf, rulesOf } from '@/core/kinds/registry'
import { changeKind } from '@/core/form/change_kind'
import type { CarriedValue, Question } from '@/core/form/definition'
import { renameValue, setLandings, updateCarried, updateQuestion } from '@/core/form/edits'
import { PART_WORDS } from '@/core/form/differences'
import { nameSchema } from '@/core/answers/name'
import { tellUnusual } from '@/core/form/unusual'
import { namesTaken, partsOf, valuesBefore } from '@/core/form/values'
import { useDraft } from '../draft/context'
import { AnswerField } from '../kinds/answerField'
import { KindSettings, rarerParts, RarerSettings } from '../kinds/registry'
import { LandingEditor } from '../records/landings'
import { ChoiceField, TextField, Tick } from '../ui/field'
import { toast } from '../ui/toast'
import { vocabularyOf } from '@/core/form/vocabulary'
import { TurnField } from './band'
import { ConditionEditor } from './condition'
import { FillEditor } from './fills'
import { OwnLook } from './ownLook'
import { ShownAs } from './shownAs'

const WIDTH_WORDS: Record<Width, string> = {
  full: 'the whole width',
  two_thirds: 'two thirds',
  half: 'half',
  third: 'a third',
}

const grid = 'grid grid-cols-[112px_minmax(0,1fr)_104px_minmax(0,1fr)] items-center gap-x-3 gap-y-2'
const wide = 'col-span-3'

/** Everything that can be set on a question, in place, below its row. */
export function QuestionDrawer({ question, onRenamed }: { question: Question; onRenamed: (name: string) => void }) {
  const form = useDraft((state) => state.form)
  const edit = useDraft((state) => state.edit)
  const { name } = question
  const manner = mannerOf(question)
  const { fillable } = manner
  const answered = isAnswered(question)
  const asks = rulesOf(question).asks !== false
  const change = (part: Partial<Question>, key: string) =>
    edit((one) => updateQuestion(one, name, part), `${name}.${key}`)
  const become = (kind: Question['kind']) => {
    let lost: string[] = []
    edit((one) => {
      const changed = changeKind(one, name, kind)
      lost = changed.lost
      return changed.form
    })
    if (lost.length > 0)
      toast(`“${mannerOf({ kind }).words}” has no place for: ${lost.map((key) => PART_WORDS[key] ?? key).join(', ')}.`)
  }
  return (
    <div className={grid}>
      <TextField
        label="Wording"
        value={question.label}
        filled
        onCommit={(label) => change({ label: label.slice(0, 300) }, 'label')}
      />
      <NameField name={name} onRenamed={onRenamed} />
      <ChoiceField
        label="Kind"
        value={question.kind}
        options={KIND_NAMES.map((kind) => [kind, mannerOf({ kind }).words])}
        onCommit={(kind) => become(kind as Question['kind'])}
      />
      <span className="text-soft">Must be</span>
      <span>
        {answered && (
          <Tick label="required" on={question.required} onCommit={(required) => change({ required }, 'required')} />
        )}
      </span>
      <KindSettings question={question} onChange={change} />
      {asks && (
        <TextField
          label="Help"
          wide
          value={question.help}
          onCommit={(help) => change({ help: help.slice(0, 500) }, 'help')}
        />
      )}
      <span className="col-start-1 self-start pt-1 text-soft">Shown when</span>
      <div className={wide}>
        <ConditionEditor
          vocabulary={vocabularyOf(form, valuesBefore(form, name))}
          condition={question.shownWhen}
          always="always"
          onChange={(shownWhen) => change({ shownWhen }, 'shownWhen')}
        />
      </div>
      {fillable && answered && (question.turn || !manner.isAddress) && (
        <>
          <span className="text-soft">Asked</span>
          <div className={wide}>
            <TurnField turn={question.turn} onChange={(turn) => change({ turn }, 'turn')} />
          </div>
        </>
      )}
      {fillable && (
        <>
          <span className="self-start pt-1 text-soft">Filled from</span>
          <div className={wide}>
            <FillEditor
              fill={question.fill}
              name={name}
              parts={partsOf(form, name)}
              asked
              onChange={(fill) => change({ fill }, 'fill')}
            />
          </div>
        </>
      )}
      {asks && (
        <>
          <span className="self-start pt-1 text-soft">Lands in</span>
          <div className={wide}>
            <LandingEditor
              name={name}
              lands={question.lands}
              label={question.label}
              parts={partsOf(form, name)}
              onChange={(lands) => edit((one) => setLandings(one, name, lands))}
            />
          </div>
        </>
      )}
      <Rarer unusual={tellUnusual(question, [...RARER_PARTS, ...rarerParts(question)])}>
        <ShownAs
          called={question.label}
          value={question.shownAs}
          values={valuesBefore(form, name)}
          onCommit={(shownAs) => change({ shownAs }, 'shownAs')}
        />
        <RarerSettings question={question} onChange={change} />
        {fillable && <StartField question={question} onChange={change} />}
        {answered && (
          <TextField
            label="If wrong, say"
            value={question.errorText}
            placeholder="The usual words"
            onCommit={(errorText) => change({ errorText: errorText.slice(0, 300) }, 'errorText')}
          />
        )}
        {manner.typed && (
          <TextField
            label="In the box"
            value={question.placeholder}
            placeholder="Nothing until it is written in"
            onCommit={(placeholder) => change({ placeholder: placeholder.slice(0, 100) }, 'placeholder')}
          />
        )}
        <ChoiceField
          label="Width"
          value={question.width ?? ''}
          options={[
            ['', `as usual: ${WIDTH_WORDS[manner.width]}`],
            ...WIDTHS.map((one) => [one, WIDTH_WORDS[one]] as const),
          ]}
          onCommit={(width) => change({ width: width === '' ? null : (width as Width) }, 'width')}
        />
        <span className="col-span-2">
          <Tick
            label="label hidden"
            on={question.hideLabel}
            onCommit={(hideLabel) => change({ hideLabel }, 'hideLabel')}
          />
        </span>
        {asks && <OwnLook look={question.ownLook} onChange={change} />}
      </Rarer>
    </div>
  )
}

/** What every question has that is wanted now and then. */
const RARER_PARTS = ['shownAs', 'default', 'errorText', 'placeholder', 'width', 'hideLabel', 'ownLook']

/** Whether the rarer settings are unfolded: as they were left, in every row. */
const unfolded = createStore(() => ({ is: false }))

/** The rarer settings, folded away under a line that says what in them is otherwise than usual. */
function Rarer({ unusual, children }: { unusual: readonly string[]; children: ReactNode }) {
  const open = useStore(unfolded, ({ is }) => is)
  return (
    <details
      className="col-span-4"
      open={open}
      onToggle={({ currentTarget }) => unfolded.setState({ is: currentTarget.open })}
    >
      <summary className="py-0.5">
        Less often{' '}
        <span className="text-soft">
          {unusual.length > 0
            ? `set here: ${unusual.join(', ')}`
            : 'wording on the page, width, look and the like: all as usual'}
        </span>
      </summary>
      <div className={`${grid} mt-1.5`}>{children}</div>
    </details>
  )
}

interface StartProps {
  question: Question
  onChange: (part: Partial<Question>, key: string) => void
}

/** What an answer starts as; the parts of one that has several are folded away until something is in them. */
function StartField({ question, onChange }: StartProps) {
  const form = useDraft((state) => state.form)
  const { name } = question
  const field = (
    <AnswerField
      form={form}
      path={name}
      label="Starts as"
      nothing="nothing chosen"
      value={question.default}
      onChange={(answer) => onChange({ default: answer }, 'default')}
    />
  )
  if (partsOf(form, name).length < 3) return field
  return (
    <details className="col-span-4" open={question.default !== null}>
      <summary className="text-soft">What it starts as</summary>
      <div className={`${grid} mt-1`}>{field}</div>
    </details>
  )
}

/** The same for a carried value. */
export function CarriedDrawer({ carried, onRenamed }: { carried: CarriedValue; onRenamed: (name: string) => void }) {
  const edit = useDraft((state) => state.edit)
  const { name } = carried
  return (
    <div className={grid}>
      <TextField
        label="Label"
        value={carried.label}
        filled
        onCommit={(label) => edit((one) => updateCarried(one, name, { label }), `${name}.label`)}
      />
      <NameField name={name} onRenamed={onRenamed} />
      <span className="self-start pt-1 text-soft">Filled from</span>
      <div className={wide}>
        <FillEditor
          fill={carried.fill}
          name={name}
          parts={[]}
          onChange={(fill) => edit((one) => updateCarried(one, name, { fill }))}
        />
      </div>
      <span className="self-start pt-1 text-soft">Lands in</span>
      <div className={wide}>
        <LandingEditor
          name={name}
          lands={carried.lands}
          label={carried.label}
          parts={[]}
          onChange={(lands) => edit((one) => setLandings(one, name, lands))}
        />
      </div>
    </div>
  )
}

function NameField({ name, onRenamed }: { name: string; onRenamed: (name: string) => void }) {
  const form = useDraft((state) => state.form)
  const edit = useDraft((state) => state.edit)
  return (
    <TextField
      label="Called in reports"
      mono
      when="leaving"
      value={name}
      check={(text) => {
        if (text !== name && namesTaken(form).includes(text)) return 'Another value is called that'
        return nameSchema.safeParse(text).error?.issues[0]?.message ?? null
      }}
      onCommit={(next) => {
        onRenamed(next)
        edit((one) => renameValue(one, name, next))
      }}
    />
  )
}
