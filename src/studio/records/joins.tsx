'use client'

import { questionsAsked } from '@/core/form/values'
import { mannerOf } from '@/core/kinds/registry'
import { FormCondition } from '../compose/formCondition'
import { useDraft } from '../draft/context'
import { AddResource } from '../settings/addResource'
import { Button } from '../ui/button'
import { ChoiceField } from '../ui/field'

/** Lists joined, each with the consent that must be ticked. */
export function Joins() {
  const { form, edit, resources, setResources } = useDraft((state) => state)
  const consents = questionsAsked(form)
    .map(({ question }) => question)
    .filter((question) => mannerOf(question).agreement)
  const firstConsent = consents[0]
  const listOptions = resources.lists.map(
    ({ name, title, confirm }) => [name, confirm ? `${title}, confirmed by mail` : title] as const,
  )
  const keep = (joins: typeof form.joins) => edit((one) => ({ ...one, joins }))
  const join = (list: string) => firstConsent && keep([...form.joins, { list, consent: firstConsent.name, when: null }])
  return (
    <section className="mt-5">
      <h2 className="mb-1.5">
        Lists people join{' '}
        <span className="font-normal text-soft">— only by a ticked consent, whose exact wording is kept</span>
      </h2>
      {form.joins.map((join, index) => (
        <div key={index} className="mb-1.5 flex max-w-[760px] flex-wrap items-start gap-2">
          <ChoiceField
            hideLabel
            label="List"
            className="max-w-64 min-w-56"
            value={join.list}
            options={listOptions}
            onCommit={(next) => keep(form.joins.with(index, { ...join, list: next }))}
          />
          <span className="pt-1 text-soft">when ticked</span>
          <ChoiceField
            hideLabel
            label="Consent"
            className="max-w-48 min-w-36"
            value={join.consent}
            options={consents.map(({ name, label }) => [name, label] as const)}
            onCommit={(consent) => keep(form.joins.with(index, { ...join, consent }))}
          />
          <span className="pt-1 text-soft">and</span>
          <div className="min-w-0 flex-1">
            <FormCondition
              condition={join.when}
              always="nothing else"
              onChange={(when) => keep(form.joins.with(index, { ...join, when }))}
            />
          </div>
          <Button
            look="quiet"
            aria-label={`Take away list ${index + 1}`}
            onClick={() => keep(form.joins.toSpliced(index, 1))}
          >
            ×
          </Button>
        </div>
      ))}
      {!firstConsent ? (
        <p className="text-soft">To let people join a list, add a consent question in Compose.</p>
      ) : resources.lists.length === 0 ? (
        <p className="text-soft">There is no list yet. The one you add is joined.</p>
      ) : (
        <ChoiceField
          hideLabel
          label="Join a list"
          className="max-w-60"
          value=""
          options={[['', 'Join a list…'], ...listOptions]}
          onCommit={(list) => list && join(list)}
        />
      )}
      <AddResource
        what="list"
        onAdded={(list, next) => {
          setResources(next)
          join(list)
        }}
      />
    </section>
  )
}
