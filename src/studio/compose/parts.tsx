'use client'

import { useDraft } from '../draft/context'
import { Link } from '../ui/link'

/** The parts of Compose: what is asked, how it looks, what it says in other languages, and whom it is tried as. */
const COMPOSE_PARTS = {
  questions: 'Questions',
  look: 'Look',
  languages: 'Languages',
  tries: 'Test values',
} as const

type ComposePart = keyof typeof COMPOSE_PARTS

export function ComposeParts({ part }: { part: ComposePart }) {
  const slug = useDraft(({ facts }) => facts.slug)
  const parts = Object.entries(COMPOSE_PARTS) as [ComposePart, string][]
  return (
    <nav aria-label="Parts of Compose" className="flex gap-4 border-b border-rule px-3">
      {parts.map(([to, words]) => (
        <Link
          key={to}
          href={`/forms/${slug}/compose${to === 'questions' ? '' : `?part=${to}`}`}
          aria-current={part === to ? 'true' : undefined}
          className={`border-b-2 px-1 pt-1.5 pb-1 font-semibold ${part === to ? 'border-moss text-moss' : 'border-transparent text-soft hover:text-ink'}`}
        >
          {words}
        </Link>
      ))}
    </nav>
  )
}
