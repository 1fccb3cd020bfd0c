'use client'

import type { OwnTheme } from '@/core/look/look'
import { READY, READY_NAMES } from '@/core/look/ready'
import type { Theme } from '@/core/look/theme'
import { Miniature } from './miniature'

interface Shown {
  name: string
  title: string
  manner: string
  theme: Theme
}

interface Props {
  themes: readonly OwnTheme[]
  chosen: string
  onChoose: (name: string) => void
}

/** Every theme there is, as it looks, to choose one of. */
export function Themes({ themes, chosen, onChoose }: Props) {
  const all: Shown[] = [
    ...themes.map((own) => ({ ...own, manner: 'your own' })),
    ...READY_NAMES.map((name) => ({ name, ...READY[name] })),
  ]
  return (
    <div role="radiogroup" aria-label="Theme" className="grid grid-cols-[repeat(auto-fill,minmax(138px,1fr))] gap-2.5">
      {all.map(({ name, title, manner, theme }) => (
        <label
          key={name}
          className={`cursor-pointer overflow-hidden rounded-md border bg-white has-focus-visible:outline-2 has-focus-visible:outline-moss ${name === chosen ? 'border-moss ring-1 ring-moss' : 'border-rule'}`}
        >
          <input
            type="radio"
            name="theme"
            className="sr-only"
            aria-label={title}
            checked={name === chosen}
            onChange={() => onChoose(name)}
          />
          <Miniature theme={theme} />
          <span className="block px-2 pt-1 font-semibold">{title}</span>
          <span className="block px-2 pb-1.5 text-[12px] leading-tight text-soft">{manner}</span>
        </label>
      ))}
    </div>
  )
}
