'use client'

import type { OwnTheme } from '@/core/look/look'
import type { ThemeUse } from '@/db/queries/themes'
import { useDraft } from '../draft/context'
import { Colours } from './colours'
import { KeepTheme } from './keepTheme'
import { Standing } from './standing'
import { Themes } from './themes'
import { useLook } from './useLook'
import { Variables } from './variables'

/** How the form looks, beside the visitor’s view, which changes with it. */
export function Look({ themes, uses }: { themes: readonly OwnTheme[]; uses: readonly ThemeUse[] }) {
  const slug = useDraft(({ facts }) => facts.slug)
  const hand = useLook(themes)
  return (
    <div className="min-h-0 flex-1 space-y-4 overflow-auto border-r border-rule px-3 py-2.5">
      <Themes themes={themes} chosen={hand.look.theme} onChoose={(theme) => hand.set({ theme }, 'theme')} />
      <KeepTheme hand={hand} uses={uses} slug={slug} />
      <div className="grid items-start gap-x-8 gap-y-4 min-[1100px]:grid-cols-2">
        <div className="space-y-4">
          <Colours {...hand} />
          <Standing {...hand} />
        </div>
        <Variables {...hand} />
      </div>
    </div>
  )
}
