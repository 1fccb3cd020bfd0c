'use client'

import { isStanding, NOTHING_STANDING, type Standing as Given } from '@/core/look/look'
import type { ShownOn } from '@/core/answers/shown_on'
import { PictureField } from '../kinds/pictures'
import { SHOWN_ON_WORDS } from '../kinds/shown_on'
import { Button } from '../ui/button'
import { ChoiceField, TextField } from '../ui/field'
import type { LookInHand } from './useLook'

const PLACES = [
  ['above', 'above the questions'],
  ['beside', 'beside them, where there is room'],
] as const

/** What stands above or beside the questions of every step. */
export function Standing({ look: { standing }, set }: LookInHand) {
  const change = (part: Partial<Given>, key: string) => set({ standing: { ...standing, ...part } }, `standing.${key}`)
  return (
    <section aria-label="Above or beside the questions">
      <div className="mb-1.5 flex items-center gap-2">
        <h2>Above or beside the questions</h2>
        {isStanding(standing) && (
          <Button look="quiet" className="ml-auto" onClick={() => set({ standing: NOTHING_STANDING }, 'standing')}>
            Nothing there
          </Button>
        )}
      </div>
      <div className="grid grid-cols-[104px_minmax(0,1fr)] items-center gap-x-2 gap-y-1.5">
        <ChoiceField
          label="Stands"
          value={standing.place}
          options={PLACES}
          onCommit={(place) => change({ place: place as Given['place'] }, 'place')}
        />
        <ChoiceField
          label="Shows on"
          value={standing.on}
          options={SHOWN_ON_WORDS}
          onCommit={(on) => change({ on: on as ShownOn }, 'on')}
        />
        <span className="text-soft">Logo</span>
        <PictureField
          of="the logo"
          picture={standing.logo}
          shape="whole"
          onChange={(logo) => change({ logo }, 'logo')}
        />
        <span className="text-soft">Picture</span>
        <PictureField
          of="the picture beside"
          picture={standing.picture}
          shape="whole"
          onChange={(picture) => change({ picture }, 'picture')}
        />
        <TextField
          label="Heading"
          value={standing.heading}
          onCommit={(heading) => change({ heading: heading.slice(0, 200) }, 'heading')}
        />
        <TextField
          label="Text"
          rows={3}
          value={standing.text}
          onCommit={(text) => change({ text: text.slice(0, 2000) }, 'text')}
        />
      </div>
    </section>
  )
}
