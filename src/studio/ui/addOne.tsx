import { useId, useState } from 'react'
import { Button } from './button'

interface Props {
  /** What the box is called, for those who hear the page. */
  label: string
  placeholder: string
  button: string
  /** What is wrong with what was given last. */
  wrong: string | null
  busy?: boolean
  /** Says whether it was taken. */
  onAdd: (text: string) => boolean | Promise<boolean>
}

/** A box for one more of a list. It is empty again once that was taken; what is wrong with it stands below. */
export function AddOne({ label, placeholder, button, wrong, busy = false, onAdd }: Props) {
  const [text, setText] = useState('')
  const id = useId()
  const add = async () => {
    if (await onAdd(text)) setText('')
  }
  return (
    <>
      <form
        className="mt-2 flex gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          void add()
        }}
      >
        <input
          className="box name max-w-80"
          aria-label={label}
          aria-invalid={wrong !== null || undefined}
          aria-describedby={wrong === null ? undefined : id}
          placeholder={placeholder}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <Button type="submit" disabled={busy}>
          {button}
        </Button>
      </form>
      {wrong !== null && (
        <p id={id} role="alert" className="mt-0.5 break-words text-red">
          {wrong}
        </p>
      )}
    </>
  )
}
