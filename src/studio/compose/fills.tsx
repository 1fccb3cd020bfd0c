'use client'

import type { Part } from '@/core/answers/kind'
import type { ReactNode } from 'react'
import { readExpression } from '@/core/logic/expression'
import { BROWSER_FACTS } from '@/core/origins/browser'
import { FORM_FACTS } from '@/core/origins/form'
import { SERVER_FACTS } from '@/core/origins/server'
import type { Resources } from '@/core/examine/examine'
import { isClaim } from '@/core/origins/origin'
import { beginFill, type Fill, SOURCE_NAMES, type SourceName, sourceOf } from '@/core/origins/registry'
import { parameterSchema, pathSchema } from '@/core/answers/name'
import { showPlainly } from '@/core/answers/show_plainly'
import { PartField } from '../kinds/partField'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { ChoiceField, TextField } from '../ui/field'
import { StoredField } from './storedField'

const checkParameter = (text: string): string | null =>
  parameterSchema.safeParse(text).error?.issues[0]?.message ?? null

/** The settings of a source that is asked for one of a few things. */
const whichOf =
  <What extends string, F extends { what: What }>(all: readonly (readonly [What, string])[], label: string) =>
  ({ fill, onChange }: SettingsProps<F>): ReactNode => (
    <ChoiceField
      hideLabel
      label={label}
      value={fill.what}
      options={all}
      onCommit={(what) => onChange({ ...fill, what: what as What })}
    />
  )

/** How the settings of each source are entered. */
const SETTINGS: { [N in SourceName]: (props: SettingsProps<Extract<Fill, { from: N }>>) => ReactNode } = {
  link: ({ fill, onChange }) => (
    <TextField
      hideLabel
      mono
      label="Parameter"
      value={fill.parameter}
      check={checkParameter}
      onCommit={(parameter) => onChange({ ...fill, parameter })}
    />
  ),
  record: ({ fill, offered: { fields }, onChange }) => (
    <StoredField
      label="Record field"
      record={fill.record}
      field={fill.field}
      fields={fields}
      onCommit={(chosen) => onChange({ ...fill, ...chosen })}
    />
  ),
  list: ({ fill, offered: { lists }, onChange }) => (
    <ChoiceField
      hideLabel
      label="List"
      value={fill.list}
      options={lists.map(({ name, title }) => [name, title] as const)}
      onCommit={(list) => onChange({ ...fill, list })}
    />
  ),
  last_sent: ({ fill, offered: { destinations }, onChange }) => (
    <ChoiceField
      hideLabel
      label="Form"
      value={fill.form}
      options={[['', 'this form'], ...destinations.forms.map(({ slug, name }) => [slug, name] as const)]}
      onCommit={(form) => onChange({ ...fill, form })}
    />
  ),
  first_page: () => <span />,
  page_before: () => <span />,
  framing_page: ({ fill, onChange }) => (
    <TextField
      hideLabel
      mono
      label="A parameter of its address"
      placeholder="its address"
      value={fill.parameter}
      check={(text) => (text === '' ? null : checkParameter(text))}
      onCommit={(parameter) => onChange({ ...fill, parameter })}
    />
  ),
  browser: whichOf(BROWSER_FACTS, 'What it tells'),
  server: whichOf(SERVER_FACTS, 'What the server sees'),
  form: whichOf(FORM_FACTS, 'What the form says'),
  computed: ({ fill, onChange }) => (
    <TextField
      hideLabel
      mono
      label="Expression"
      value={fill.expression}
      check={(text) => {
        const read = readExpression(text)
        return 'wrong' in read ? `${read.wrong}.` : null
      }}
      onCommit={(expression) => onChange({ ...fill, expression })}
    />
  ),
  random_code: ({ fill, onChange }) => (
    <ChoiceField
      hideLabel
      label="Characters"
      value={String(fill.length)}
      options={[6, 8, 10, 12, 16, 20].map((length) => [String(length), `${length} characters and a check`])}
      onCommit={(length) => onChange({ ...fill, length: Number(length) })}
    />
  ),
  running_number: () => <span />,
  referral_code: () => <span />,
  form_before: ({ fill, onChange }) => (
    <TextField
      hideLabel
      mono
      label="Its value"
      value={fill.value}
      check={(text) => (pathSchema.safeParse(text).success ? null : 'Give a name, or a name and a part')}
      onCommit={(value) => onChange({ ...fill, value })}
    />
  ),
  constant: ({ fill, onChange }) => (
    <TextField
      hideLabel
      label="Value"
      value={showPlainly(fill.value)}
      onCommit={(value) => onChange({ ...fill, value })}
    />
  ),
}

interface SettingsProps<F> {
  fill: F
  /** What fills can name. */
  offered: Pick<Resources, 'fields' | 'lists' | 'destinations'>
  onChange: (fill: F) => void
}

function Settings(props: SettingsProps<Fill>) {
  const Of = SETTINGS[props.fill.from] as (props: SettingsProps<Fill>) => ReactNode
  return Of(props)
}

const MENU = SOURCE_NAMES.map((from) => [from, sourceOf({ from }).words] as const)

/** Where a value comes from before anyone types: an ordered list, the first that has it wins. */
export function FillEditor({
  fill,
  name,
  parts,
  asked = false,
  onChange,
}: {
  fill: Fill[]
  name: string
  /** Whether it is asked: what is known only once it is sent comes too late for it. */
  asked?: boolean
  /** Parts of the value, where it has any. */
  parts: readonly Part[]
  onChange: (fill: Fill[]) => void
}) {
  const resources = useDraft((state) => state.resources)
  const offered = { ...resources, fields: resources.fields.filter(({ retired }) => !retired) }
  const begin = (from: string) => beginFill(from as SourceName, name, offered)
  const comesLate = (from: SourceName) => {
    const begun = begin(from)
    return (sourceOf(begun).knownOnce?.(begun) ?? null) !== null
  }
  const menu = asked ? MENU.filter(([from]) => !comesLate(from)) : MENU
  return (
    <div className="space-y-1.5">
      {fill.length === 0 && <span className="mr-2 text-soft">nothing</span>}
      {fill.map((source, index) => (
        <div
          key={index}
          className="grid grid-cols-[auto_minmax(0,1fr)_auto] items-center gap-1.5 min-[700px]:grid-cols-[auto_minmax(0,1fr)_minmax(0,1fr)_72px]"
        >
          {parts.length > 0 ? (
            <PartField
              label="Part filled"
              parts={parts}
              part={source.part}
              onChange={(part) => onChange(fill.with(index, { ...source, part }))}
            />
          ) : (
            <span className="w-9 text-soft">{index === 0 ? 'first' : 'then'}</span>
          )}
          <ChoiceField
            hideLabel
            label="Source"
            value={source.from}
            options={menu}
            onCommit={(from) => onChange(fill.with(index, { ...begin(from), part: source.part }))}
          />
          {/* Where there is no room beside the source, its settings stand below it. */}
          <div className="min-w-0 max-[699px]:col-start-2 max-[699px]:row-start-2">
            <Settings fill={source} offered={offered} onChange={(changed) => onChange(fill.with(index, changed))} />
          </div>
          <span className="flex items-center justify-end gap-1">
            {isClaim(sourceOf(source).origin) && (
              <Chip tone="amber" title="Anybody can write it: a landing may refuse it.">
                claim
              </Chip>
            )}
            <Button
              look="quiet"
              aria-label={`Take away source ${index + 1}`}
              onClick={() => onChange(fill.toSpliced(index, 1))}
            >
              ×
            </Button>
          </span>
        </div>
      ))}
      <Button look="quiet" onClick={() => onChange([...fill, { ...begin('link'), part: parts[0]?.name }])}>
        Add a source
      </Button>
    </div>
  )
}
