'use client'

import { isUnderstood } from '@/core/inlets/read_came'
import type { ShownInlet } from '@/server/inlets/show_inlet'
import { useDraft } from '../draft/context'
import { Address } from '../release/address'
import { Copy } from '../ui/copy'
import { Only } from '../ui/here'
import { Link } from '../ui/link'
import { FieldsOfInlet } from './fieldsOfInlet'
import { PostsOfInlet } from './postsOfInlet'
import { SettingsOfInlet } from './settingsOfInlet'
import { TheirHtml } from './theirHtml'
import { fieldsWords } from './words'

/** An address that takes submissions from a form built elsewhere: what its fields are here, and what came. */
export function Inlet({ inlet }: { inlet: ShownInlet }) {
  const { form, facts } = useDraft((state) => state)
  const { slug } = facts
  const { title, url, name, fields, notAsked } = inlet
  return (
    <main className="grid gap-5 border-t border-rule px-4 py-3 *:min-w-0">
      <section>
        <p>
          <Link href={`/forms/${slug}/release`} className="text-teal underline">
            Release
          </Link>{' '}
          <span className="text-soft">· Ways in</span>
        </p>
        <h2 className="mb-1.5 break-words">
          <bdi>{title}</bdi>
        </h2>
        <p className="flex flex-wrap items-center gap-2">
          <span className="text-soft">Forms elsewhere send to</span> <Address url={url} />{' '}
          <Copy what="address" text={url} />
        </p>
        <p className="mt-1">{fieldsWords({ ...inlet, draftUnderstands: isUnderstood(form, name) })}</p>
      </section>
      <section>
        <h2 className="mb-1.5">
          What its fields are here{' '}
          <span className="font-normal text-soft">— by what they are called, and what comes in them</span>
        </h2>
        {fields.length === 0 ? (
          <p className="text-soft">
            Nothing came yet. Have the form send here once, as anybody would: whatever it sends is kept, and its fields
            stand here.
          </p>
        ) : (
          <FieldsOfInlet key={fields.map((field) => field.name).join('\n')} inlet={inlet} />
        )}
        {notAsked.length > 0 && (
          <p className="mt-2 text-soft">
            It does not ask {notAsked.map((label) => `“${label}”`).join(', ')}, and nobody is kept back for that.
          </p>
        )}
      </section>
      <PostsOfInlet inlet={inlet} />
      <TheirHtml slug={slug} name={name} />
      <Only may="edit">
        <SettingsOfInlet key={JSON.stringify([title, inlet.settings, inlet.signed])} inlet={inlet} slug={slug} />
      </Only>
    </main>
  )
}
