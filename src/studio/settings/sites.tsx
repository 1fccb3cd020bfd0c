'use client'

import { useState } from 'react'
import { siteSchema } from '@/core/formats/site'
import type { Resources } from '@/core/examine/examine'
import { AddOne } from '../ui/addOne'
import { Button } from '../ui/button'
import { toast } from '../ui/toast'
import { setSitesAction } from './actions'
import { Only, useMay } from '../ui/here'

/** Sites that outcomes may send visitors on to: nobody who edits a form can lead them anywhere else. */
export function Sites({ sites, onSaved }: { sites: readonly string[]; onSaved: (resources: Resources) => void }) {
  const may = useMay('own')
  const [wrong, setWrong] = useState<string | null>(null)
  const save = async (next: string[]) => {
    const result = await setSitesAction({ sites: next })
    if (result.ok) onSaved(result.now)
    else toast(result.message)
    return result.ok
  }
  const add = (text: string) => {
    const site = siteSchema.safeParse(text.replace(/\/+$/, ''))
    setWrong(site.success ? null : 'Give a site without a path, such as https://www.studio.example')
    return site.success && save([...sites, site.data])
  }
  return (
    <section id="sites">
      <h2 className="mb-1.5">
        Sites forms may lead to <span className="font-normal text-soft">— after sending, by an outcome</span>
      </h2>
      {sites.map((site) => (
        <p key={site} className="flex items-center gap-2 border-b border-rule py-1">
          <span className="name">{site}</span>
          <Only may="own">
            <Button
              look="quiet"
              className="ml-auto"
              aria-label={`Take away ${site}`}
              onClick={() => void save(sites.filter((one) => one !== site))}
            >
              ×
            </Button>
          </Only>
        </p>
      ))}
      {sites.length === 0 && !may && <p className="text-soft">None.</p>}
      <Only may="own">
        <AddOne
          label="A site forms may lead to"
          placeholder="https://www.studio.example"
          button="Allow it"
          wrong={wrong}
          onAdd={add}
        />
      </Only>
    </section>
  )
}
