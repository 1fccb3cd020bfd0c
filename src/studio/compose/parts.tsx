'use client'

import Link from 'next/link'
import { useDraft } from '../draft/context'

/** The two halves of Compose: what is asked, and how it looks. */
export function ComposeParts({ part }: { part: 'questions' | 'look' }) {
  const slug = useDraft(({ facts }) => facts.slug)
  const link = (to: 'questions' | 'look', words: string) => (
    <Link
      href={`/forms/${slug}/compose${to === 'look' ? '?part=look' : ''}`}
      aria-current={part === to ? 'true' : undefined}
      className={`border-b-2 px-1 pt-1.5 pb-1 font-semibold ${part === to ? 'border-moss text-moss' : 'border-transparent text-soft hover:text-ink'}`}
    >
      {words}
    </Link>
  )
  return (
    <nav aria-label="Parts of Compose" className="flex gap-4 border-b border-rule px-3">
      {link('questions', 'Questions')}
      {link('look', 'Look')}
    </nav>
  )
}
