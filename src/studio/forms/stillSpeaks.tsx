'use client'

import type { Form } from '@/core/form/definition'
import { placeInWords } from '../languages/place'
import { Link } from '../ui/link'

interface Props {
  slug: string
  /** Name of the form it was made from. */
  of: string
  draft: Form
  texts: readonly { key: string; text: string }[]
}

/** What a copy still says of the form it was made from, for whoever made it. */
export const StillSpeaks = ({ slug, of, draft, texts }: Props) => (
  <main className="max-w-[760px] px-4 py-3">
    <h1 className="mb-1">The form is made</h1>
    <p className="mb-3 text-soft" role="status">
      {texts.length === 1 ? 'One text of it still speaks' : `${texts.length} texts of it still speak`} of “{of}”:
    </p>
    <table className="sheet">
      <thead>
        <tr>
          <th>Where</th>
          <th>Text</th>
        </tr>
      </thead>
      <tbody>
        {texts.map(({ key, text }, index) => (
          <tr key={index}>
            <td>{placeInWords(draft, key)}</td>
            <td className="wrap-anywhere">
              <bdi>{text}</bdi>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
    <p className="mt-4">
      <Link
        href={`/forms/${slug}/compose`}
        className="rounded-md border border-moss bg-moss px-2.5 py-1 text-white hover:brightness-110"
      >
        Open it in Compose
      </Link>
    </p>
  </main>
)
