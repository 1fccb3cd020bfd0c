import { useState } from 'react'

/** Where something begins and ends; either may be open. */
export interface Ends<T> {
  from: T | null
  to: T | null
}

/**
 * Both ends of something as they are written, in whatever order: one that would lie behind the other waits on the
 * screen, and is kept together with the other as soon as they fit. `fit` says whether they do now.
 */
export function useEnds<T extends number | string>(kept: Ends<T>, fits: (from: T, to: T) => boolean) {
  const [waiting, setWaiting] = useState<Partial<Ends<T>>>({})
  const [base, setBase] = useState(kept)
  // They changed elsewhere, as by undo: nothing waits any more.
  if (base.from !== kept.from || base.to !== kept.to) {
    setBase(kept)
    setWaiting({})
  }
  const ends: Ends<T> = { ...kept, ...waiting }
  const isSound = ({ from, to }: Ends<T>) => from === null || to === null || fits(from, to)
  const write = (part: Partial<Ends<T>>, keep: (ends: Ends<T>) => void) => {
    const next = { ...ends, ...part }
    setWaiting(isSound(next) ? {} : { ...waiting, ...part })
    if (isSound(next)) keep(next)
  }
  return { ends, fit: isSound(ends), write }
}
