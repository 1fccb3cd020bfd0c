import { useId, useState } from 'react'
import { formSchema } from '@/core/form/definition'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'

/** The sites that may show the form in a frame of theirs; nobody else can. */
export function Framing() {
  const { form, edit } = useDraft((state) => state)
  const [site, setSite] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const id = useId()

  const add = () => {
    const read = formSchema.shape.framedBy.unwrap().safeParse([site])
    if (!read.success) return setWrong(read.error.issues[0]?.message ?? 'Give a site')
    setWrong(null)
    setSite('')
    edit((before) => ({ ...before, framedBy: [...new Set([...before.framedBy, ...read.data])] }))
  }

  return (
    <section className="mb-5">
      <h2 className="mb-1.5">
        Sites that may frame it{' '}
        <span className="font-normal text-soft">— part of the draft, so it takes effect with a release</span>
      </h2>
      {form.framedBy.length === 0 && <p className="text-soft">None: the form opens at its own address only.</p>}
      {form.framedBy.map((one) => (
        <p key={one} className="flex items-center gap-2 border-b border-rule py-1">
          <span className="name">{one}</span>
          <Button
            look="quiet"
            aria-label={`Take ${one} away`}
            className="ml-auto"
            onClick={() =>
              edit((before) => ({ ...before, framedBy: before.framedBy.filter((other) => other !== one) }))
            }
          >
            Take away
          </Button>
        </p>
      ))}
      <form
        className="mt-1.5 flex items-center gap-1.5"
        onSubmit={(event) => {
          event.preventDefault()
          add()
        }}
      >
        <input
          aria-label="A site that may frame the form"
          placeholder="https://www.studio.example"
          className="box max-w-72"
          value={site}
          aria-invalid={wrong !== null}
          aria-describedby={wrong ? id : undefined}
          onChange={(event) => setSite(event.target.value)}
        />
        <Button type="submit">Add a site</Button>
      </form>
      {wrong && (
        <p role="alert" id={id} className="mt-1 text-red">
          {wrong}
        </p>
      )}
    </section>
  )
}

/** Whether search engines may show the form's page. */
export function InSearch() {
  const { form, edit } = useDraft((state) => state)
  return (
    <label className="mb-5 flex items-center gap-2">
      <input
        type="checkbox"
        checked={form.inSearch}
        onChange={({ target }) => edit((before) => ({ ...before, inSearch: target.checked }))}
      />
      Search engines may show its page <span className="text-soft">— part of the draft, too</span>
    </label>
  )
}
