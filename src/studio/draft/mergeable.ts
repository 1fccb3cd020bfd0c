'use client'

import { useMemo } from 'react'
import { labelAt, pathsOf, valuesAtEnd } from '@/core/form/values'
import type { Mergeable } from '../ui/mergeInsert'
import { useDraft } from './context'

/** What a text may use of these values, or of all once everything was asked. */
export function useMergeable(names?: readonly string[]): Mergeable[] {
  const form = useDraft((state) => state.form)
  return useMemo(
    () => pathsOf(form, names ?? valuesAtEnd(form)).map((path) => ({ path, label: labelAt(form, path) })),
    [form, names],
  )
}

/** What a message may use beside values. */
export const IN_MESSAGES: readonly Mergeable[] = [
  { path: 'all_answers', label: 'All answers' },
  { path: 'form_title', label: 'The form’s title' },
  { path: 'submission_id', label: 'The submission’s id' },
]
