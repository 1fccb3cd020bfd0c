import { findForm } from '@/db/queries/forms'
import { addTaggedLink, writePlannedTags } from '@/db/queries/tagged_links'
import type { House } from './people'

/** The tags that Tarnfield’s links are made with, and the links of this autumn. */
export async function makeLinks({ db, workspaceId, by }: House): Promise<void> {
  await writePlannedTags(db, workspaceId, {
    source: ['autumn-letter', 'club', 'look', 'window', 'crate', 'stand'],
    medium: ['email', 'cpc', 'print'],
    campaign: ['autumn-firing', 'cpc-kilns', 'glaze-club', 'open-kiln-day'],
  })
  const links = [
    ['kiln-finder', 'autumn-letter', 'email', 'autumn-firing'],
    ['kiln-finder', 'window', 'print', 'autumn-firing'],
    ['kiln-finder', 'club', 'email', 'glaze-club'],
    ['kiln-finder', 'look', 'cpc', 'cpc-kilns'],
    ['firing-notes', 'club', 'email', 'glaze-club'],
    ['glaze-samples', 'club', 'email', 'glaze-club'],
  ] as const
  for (const [slug, source, medium, campaign] of links) {
    const form = await findForm(db, workspaceId, slug)
    if (form)
      await addTaggedLink(db, { workspaceId, formId: form.id, source, medium, campaign, doer: by }, links.length)
  }
}
