'use client'

import { useRef, useState } from 'react'
import { type Picture, PICTURE_WIDTHS, pictureAddress, type Shape } from '@/core/answers/pictures'
import { Button } from '../ui/button'
import { TextField } from '../ui/field'
import { useWithin } from '../ui/here'
import { toast } from '../ui/toast'
import { quoted } from '../ui/outside'

/** Sends a picture to be kept; says why where it is not. */
async function upload(address: string, file: File): Promise<Picture | null> {
  try {
    const response = await fetch(`${address}?name=${encodeURIComponent(file.name)}`, { method: 'POST', body: file })
    const answer = (await response.json()) as Picture & { title?: string }
    if (response.ok) return answer
    toast(`${quoted(file.name)} was not taken: ${answer.title ?? 'it is not known why.'}`)
  } catch {
    toast(`${quoted(file.name)} did not get through. Try again.`)
  }
  return null
}

interface ChooserProps {
  label: string
  children: string
  /** Told of each picture as it is kept, in the order they were chosen. */
  onAdded: (pictures: Picture[]) => void
  several?: boolean
}

/** A button that lets pictures be chosen, and says while they are on their way. */
export function PictureChooser({ label, children, onAdded, several }: ChooserProps) {
  const chooser = useRef<HTMLInputElement>(null)
  const [left, setLeft] = useState(0)
  const inHere = useWithin()
  const take = async (files: File[]) => {
    setLeft(files.length)
    const added: Picture[] = []
    for (const file of files) {
      const picture = await upload(inHere('/pictures'), file)
      if (picture) added.push(picture)
      setLeft((count) => count - 1)
    }
    if (added.length > 0) onAdded(added)
  }
  return (
    <>
      <Button aria-label={label} disabled={left > 0} onClick={() => chooser.current?.click()}>
        {left > 0 ? `${left} on the way…` : children}
      </Button>
      <input
        ref={chooser}
        type="file"
        accept="image/*"
        multiple={several}
        hidden
        aria-label={label}
        onChange={({ target }) => {
          const files = [...(target.files ?? [])]
          target.value = ''
          void take(files)
        }}
      />
    </>
  )
}

interface Props {
  /** What it is a picture of. */
  of: string
  picture: Picture | null
  shape: Shape
  onChange: (picture: Picture | null) => void
}

/** One picture: how it looks in its shape, what it shows in words, and another one in its place. */
export const PictureField = ({ of, picture, shape, onChange }: Props) => (
  <div className="flex items-center gap-2">
    {picture && (
      <img
        src={pictureAddress(picture.id, shape, PICTURE_WIDTHS[0], 'webp')}
        alt={picture.alt || of}
        className="h-12 w-auto rounded-sm border border-rule"
      />
    )}
    {picture && (
      <span className="min-w-0 flex-1">
        <TextField
          hideLabel
          label={`What the picture of ${of} shows`}
          placeholder="What it shows, for those who do not see it"
          value={picture.alt}
          onCommit={(alt) => onChange({ ...picture, alt: alt.slice(0, 300) })}
        />
      </span>
    )}
    <PictureChooser
      label={picture ? `Another picture of ${of}` : `Add a picture of ${of}`}
      onAdded={([next]) => next && onChange({ ...next, alt: picture?.alt ?? '' })}
    >
      {picture ? 'Another' : 'Add a picture'}
    </PictureChooser>
    {picture && (
      <Button look="quiet" aria-label={`Remove the picture of ${of}`} onClick={() => onChange(null)}>
        Remove
      </Button>
    )}
  </div>
)
