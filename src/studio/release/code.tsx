import { useEffect, useState } from 'react'
import { addressWithTags, findUnplanned, type PlannedTags, tidyTag } from '@/core/sources/tags'
import { Button } from '../ui/button'
import { drawCode } from '../ui/drawCode'
import { UnplannedTags } from './unplannedTags'

/**
 * The form's address as a code for telephones to read (ISO/IEC 18004), with where it will be seen among the link's
 * tags: visits from a poster are told from those from a box.
 */
export function PrintedCode({ url, planned }: { url: string; planned: PlannedTags }) {
  const [place, setPlace] = useState('')
  const [code, setCode] = useState<{ drawn: string; picture: string } | null>(null)
  const source = tidyTag(place)
  const tags = { source, medium: source && 'print', campaign: '' }
  const address = addressWithTags(url, tags)
  useEffect(() => {
    let stale = false
    void drawCode(address).then((drawn) => !stale && setCode(drawn))
    return () => {
      stale = true
    }
  }, [address])
  const save = (data: string, ending: string) => {
    const link = document.createElement('a')
    link.href = data
    link.download = `${new URL(url).pathname.split('/').at(-1) ?? 'form'}${ending}`
    link.click()
  }
  return (
    <div className="flex flex-wrap items-start gap-4">
      {code ? (
        <img src={code.drawn} alt={`Code that opens ${address}`} width={112} height={112} />
      ) : (
        <span className="size-[112px] bg-panel" />
      )}
      <div className="grid min-w-0 flex-[1_1_12rem] gap-1.5">
        <input
          aria-label="Where the code will be seen"
          placeholder="Seen on: window, box, stand…"
          className="box max-w-72"
          maxLength={60}
          value={place}
          onChange={(event) => setPlace(event.target.value)}
        />
        <UnplannedTags
          unplanned={findUnplanned(tags, planned)}
          onTake={(sort, tag) => sort === 'source' && setPlace(tag)}
        />
        <code className="name break-all text-soft">{address}</code>
        <span className="flex flex-wrap gap-1.5">
          <Button disabled={!code} onClick={() => code && save(code.drawn, '.svg')}>
            Save as drawing
          </Button>
          <Button disabled={!code} onClick={() => code && save(code.picture, '.png')}>
            Save as picture
          </Button>
        </span>
      </div>
    </div>
  )
}
