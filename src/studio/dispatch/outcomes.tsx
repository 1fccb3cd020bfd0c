'use client'

import { addOutcome, raiseOutcome, removeOutcome, updateOutcome } from '@/core/form/outcome_edits'
import type { FormOutcome, OutcomeWhen } from '@/core/form/outcomes'
import { tellCondition } from '@/core/logic/describe'
import { vocabularyOf } from '@/core/form/vocabulary'
import { FormCondition } from '../compose/formCondition'
import { useDraft } from '../draft/context'
import { useMergeable } from '../draft/mergeable'
import { PictureField } from '../kinds/pictures'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { ChoiceField, TextField, Tick } from '../ui/field'

/** What visitors see after sending, and where they go: the first that fits, else the one for all others. */
export function Outcomes() {
  const { form, edit } = useDraft((state) => state)
  return (
    <section className="mt-5">
      <h2 className="mb-1.5">
        Outcomes <span className="font-normal text-soft">— what visitors see after sending: the first that fits</span>
      </h2>
      {form.outcomes.map((outcome, index) => (
        <OutcomeEditor key={outcome.name} outcome={outcome} name={outcome.name} first={index === 0} />
      ))}
      <OutcomeEditor outcome={form.outcome} name={null} first={false} />
      <Button onClick={() => edit((one) => addOutcome(one).form)}>Add an outcome by condition</Button>
    </section>
  )
}

interface Props {
  outcome: FormOutcome | OutcomeWhen
  /** `null` for the one for all others. */
  name: string | null
  first: boolean
}

function OutcomeEditor({ outcome, name, first }: Props) {
  const { form, edit } = useDraft((state) => state)
  const change = (part: Partial<OutcomeWhen>, key: string) =>
    edit((one) => updateOutcome(one, name, part), `outcome ${name ?? ''}.${key}`)
  const conditional = 'when' in outcome ? outcome : null
  const called = conditional?.called ?? 'Everybody else'
  const merges = useMergeable()
  return (
    <details className="mb-2 rounded-md border border-rule bg-white px-3 py-2">
      <summary>
        <b className="font-semibold">{form.outcomes.length === 0 ? 'Everybody' : called}</b>{' '}
        {conditional && (
          <Chip tone="amber">{conditional.when ? tellCondition(vocabularyOf(form), conditional.when) : 'always'}</Chip>
        )}{' '}
        <span className="text-soft">{tellSeen(outcome)}</span>
      </summary>
      <div className="mt-2 grid grid-cols-[92px_minmax(0,1fr)] content-start items-center gap-2">
        {conditional && (
          <>
            <TextField
              label="Called"
              value={conditional.called}
              filled
              onCommit={(next) => change({ called: next.slice(0, 300) }, 'called')}
            />
            <span className="self-start pt-1 text-soft">Comes when</span>
            <FormCondition
              condition={conditional.when}

              onChange={(when) => change({ when }, 'when')}
            />
          </>
        )}
        <GoesTo goesTo={outcome.goesTo} onChange={(goesTo) => change({ goesTo }, 'goesTo')} />
        <TextField
          label={outcome.goesTo ? 'Greets with' : 'Title'}
          value={outcome.title}
          merges={merges}
          onCommit={(title) => change({ title: title.slice(0, 200) }, 'title')}
        />
        <TextField
          label="Text"
          rows={3}
          value={outcome.body}
          merges={merges}
          onCommit={(body) => change({ body: body.slice(0, 4000) }, 'body')}
        />
        <span />
        <Tick
          label="lists what was sent, to print and to keep as a file"
          on={outcome.summary}
          onCommit={(summary) => change({ summary }, 'summary')}
        />
        <span className="text-soft">Picture</span>
        <PictureField
          of={called}
          picture={outcome.picture}
          shape="whole"
          onChange={(picture) => change({ picture }, 'picture')}
        />
        <span className="self-start pt-1 text-soft">Links</span>
        <Links links={outcome.links} onChange={(links) => change({ links }, 'links')} />
        {name !== null && (
          <span className="col-start-2 flex gap-2">
            {!first && <Button onClick={() => edit((one) => raiseOutcome(one, name))}>Move it up</Button>}
            <Button look="quiet" onClick={() => edit((one) => removeOutcome(one, name))}>
              Delete this outcome
            </Button>
          </span>
        )}
      </div>
    </details>
  )
}

const tellSeen = ({ title, summary, goesTo }: FormOutcome): string =>
  goesTo
    ? `goes on to ${goesTo.to === 'form' ? `the form ${goesTo.form}` : goesTo.address}`
    : `“${title}”${summary ? ' and what was sent' : ''}`

/** Where visitors go on to by themselves, if anywhere. */
function GoesTo({
  goesTo,
  onChange,
}: {
  goesTo: FormOutcome['goesTo']
  onChange: (goesTo: FormOutcome['goesTo']) => void
}) {
  const { forms, sites } = useDraft((state) => state.resources.destinations)
  const own = useDraft((state) => state.facts.slug)
  const others = forms.filter(({ slug }) => slug !== own)
  const begin = (to: string): FormOutcome['goesTo'] =>
    to === 'form'
      ? { to, form: others[0]?.slug ?? '' }
      : to === 'address'
        ? { to, address: sites[0] ?? 'https://' }
        : null
  return (
    <>
      <ChoiceField
        label="Visitors"
        value={goesTo?.to ?? ''}
        options={[
          ['', 'read it here'],
          ['form', 'go on to another form, with what they answered'],
          ['address', 'go on to a page elsewhere'],
        ]}
        onCommit={(to) => onChange(begin(to))}
      />
      {goesTo?.to === 'form' && (
        <ChoiceField
          label="Which form"
          value={goesTo.form}
          options={others.map(({ slug, name, live }) => [slug, live ? name : `${name} (not live)`] as const)}
          onCommit={(form) => onChange({ to: 'form', form })}
        />
      )}
      {goesTo?.to === 'address' && (
        <TextField
          label="Address"
          mono
          value={goesTo.address}
          check={isWholeAddress}
          placeholder="https://www.studio.example/thanks"
          onCommit={(address) => onChange({ to: 'address', address })}
        />
      )}
      {goesTo?.to === 'address' && (
        <p className="col-start-2 text-soft">
          {sites.length > 0
            ? `Settings allows ${sites.join(', ')}.`
            : 'Settings allows no site yet: add it there first.'}
        </p>
      )}
    </>
  )
}

const isWholeAddress = (text: string): string | null =>
  /^https?:\/\/[^\s/]+/i.test(text) && URL.canParse(text) ? null : 'Give a whole address'

function Links({ links, onChange }: { links: FormOutcome['links']; onChange: (links: FormOutcome['links']) => void }) {
  return (
    <div className="space-y-1.5">
      {links.map((link, index) => (
        <div key={index} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] gap-1.5">
          <TextField
            hideLabel
            label={`Words of link ${index + 1}`}
            value={link.label}
            filled
            onCommit={(label) => onChange(links.with(index, { ...link, label: label.slice(0, 300) }))}
          />
          <TextField
            hideLabel
            mono
            label={`Address of link ${index + 1}`}
            value={link.address}
            check={isWholeAddress}
            onCommit={(address) => onChange(links.with(index, { ...link, address }))}
          />
          <Button
            look="quiet"
            aria-label={`Take away link ${index + 1}`}
            onClick={() => onChange(links.toSpliced(index, 1))}
          >
            ×
          </Button>
        </div>
      ))}
      {links.length < 3 && (
        <Button
          look="quiet"
          onClick={() => onChange([...links, { label: 'Go on', address: 'https://www.example.com/' }])}
        >
          Add a link
        </Button>
      )}
    </div>
  )
}
