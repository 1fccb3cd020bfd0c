'use client'

import { namesTaken } from '@/core/form/values'
import { vocabularyOf } from '@/core/form/vocabulary'
import type { Condition } from '@/core/logic/condition'
import { useDraft } from '../draft/context'
import { ConditionEditor } from './condition'

interface Props {
  condition: Condition | null
  /** Said where there is none. */
  always?: string
  onChange: (condition: Condition | null) => void
}

/** A condition of what follows a submission: it may look at all that the form asks and carries. */
export function FormCondition({ always = 'always', ...rest }: Props) {
  const form = useDraft((state) => state.form)
  return <ConditionEditor vocabulary={vocabularyOf(form, namesTaken(form))} always={always} {...rest} />
}
